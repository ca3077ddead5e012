<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Following;

use DateTimeImmutable;
use Exception;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Explain\Admission;

/** From the days of releases: whether a package followed to each version of a game, and after how long. */
final readonly class Following
{
    /**
     * @param  Package  $game  its versions oldest first
     * @param  array<string, DateTimeImmutable>  $began  "v" and game version => the day that it was there; versions without one are passed
     *     over
     */
    public function __construct(private Package $game, public array $began, private DateTimeImmutable $today)
    {
    }

    /**
     * By the days of the game's loaders.
     *
     * @param  list<Package>  $loaders
     */
    public static function ofGame(Package $game, array $loaders, DateTimeImmutable $today): self
    {
        return new self($game, self::began($game, $loaders), $today);
    }

    /** The day of a package's last release; null where none says a day. */
    public static function lastDay(Package $package): ?DateTimeImmutable
    {
        $days = array_column(self::dated($package), 1);

        return $days === [] ? null : max($days);
    }

    /** @return list<array{Release, DateTimeImmutable}> finished releases that say a day */
    private static function dated(Package $package): array
    {
        $releases = [];
        foreach ($package->releases as $position => $release) {
            $day = self::day($release);
            if ($day !== null && $package->allowed(Channel::Stable)->has($position)) {
                $releases[] = [$release, $day];
            }
        }

        return $releases;
    }

    /**
     * The day that each version was there: when the first of some packages, mostly loaders, had a release for it.
     *
     * @param  list<Package>  $loaders
     * @return array<string, DateTimeImmutable> "v" and game version => day
     */
    public static function began(Package $game, array $loaders): array
    {
        $began = [];
        foreach ($game->releases as $version) {
            $days = [];
            foreach ($loaders as $loader) {
                foreach ($loader->releases as $release) {
                    $day = self::day($release);
                    if ($day !== null && Admission::of($loader, $release, $game, $version->version)) {
                        $days[] = $day;
                    }
                }
            }
            if ($days !== []) {
                $began['v'.$version->version] = min($days);
            }
        }

        return $began;
    }

    public function of(Package $package): Follower
    {
        $releases = self::dated($package);
        $delays = [];
        foreach ($this->game->releases as $version) {
            $began = $this->began['v'.$version->version] ?? null;
            if ($began === null) {
                continue;
            }
            $days = [];
            foreach ($releases as [$release, $day]) {
                if (Admission::of($package, $release, $this->game, $version->version)) {
                    $days[] = $day;
                }
            }
            // Before its first version it was not there to follow.
            if ($days !== [] || $delays !== []) {
                $delays['v'.$version->version] = $days === [] ? null : max(0, (int) $began->diff(min($days))->format('%r%a'));
            }
        }
        $had = array_values(array_filter($delays, fn (?int $delay): bool => $delay !== null));
        // Where it began is no following.
        $had = count($had) > 1 ? array_slice($had, 1) : $had;
        sort($had);
        $missed = 0;
        foreach (array_reverse($delays) as $delay) {
            if ($delay !== null) {
                break;
            }
            $missed++;
        }
        $last = $releases === [] ? null : max(array_column($releases, 1));

        return new Follower(
            $package->id,
            $delays,
            self::quantile($had, 0.25),
            self::quantile($had, 0.5),
            self::quantile($had, 0.75),
            $missed,
            $last === null ? null : (int) $last->diff($this->today)->format('%r%a'),
        );
    }

    /**
     * How many of some had followed to a version, day by day, and at their usual pace will have.
     *
     * @param  list<Follower>  $followers
     */
    public function forecast(array $followers, string $version): ?Forecast
    {
        $began = $this->began['v'.$version] ?? null;
        if ($began === null) {
            return null;
        }
        $age = max(0, (int) $began->diff($this->today)->format('%r%a'));
        $had = $early = $late = [];
        $never = 0;
        foreach ($followers as $follower) {
            $delay = $follower->delays['v'.$version] ?? null;
            if ($delay !== null) {
                $had[] = min($delay, $age);
            } elseif ($follower->usual === null || $follower->quick === null || $follower->slow === null || $follower->isAbandoned()) {
                $never++;
            } else {
                // Who is late already is expected from today on, as late again as it usually is at most.
                $early[] = max($age, $follower->quick);
                $late[] = max($age + intdiv($follower->slow, 2), $follower->slow);
            }
        }
        sort($had);
        sort($early);
        sort($late);

        return new Forecast(count($followers), $age, $had, $early, $late, $never);
    }

    /**
     * @param  list<int>  $sorted  the value at a share of the way, by the nearest rank (Hyndman and Fan, "Sample Quantiles in Statistical
     *     Packages", 1996, definition 1)
     */
    private static function quantile(array $sorted, float $share): ?int
    {
        return $sorted === [] ? null : $sorted[max(0, (int) ceil($share * count($sorted)) - 1)];
    }

    private static function day(Release $release): ?DateTimeImmutable
    {
        try {
            return $release->published === '' ? null : (new DateTimeImmutable($release->published))->setTime(0, 0);
        } catch (Exception) {
            return null;
        }
    }
}
