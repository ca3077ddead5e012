<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Resolve\Search\BitTable;
use Stasimon\Core\Resolve\Search\Chooser;
use Stasimon\Core\Resolve\Search\Trail;
use Stasimon\Core\Version\ReleaseSet;

/**
 * What the search tries next: the wants in their order, each as new as it can be; then what they need; then one of the
 * alternatives where several would do; then, under the settled policy, what is there already.
 *
 * Because the wants are always decided first and newest first, the first line-up found is the lexicographic optimum.
 */
final class Decisions implements Chooser
{
    /** How many releases a package may still be to be decided before those with more. */
    private const FEW = [2, 3, 5, PHP_INT_MAX];

    /** After how many conflicts a search counts as hard, and how many needs it then chooses among. */
    private const HARD = 500;

    private const LOOKED_AT = 64;

    private int $wish = 0;

    private int $want = 0;

    /** @var array<int, int> for each of {@see FEW}, the entry of the trail that is looked at next */
    private array $required;

    private int $choice = 0;

    private int $kept = 0;

    /** @var list<array{int, int, array<int, int>, int, int}> level => the cursors when it began */
    private array $cursors = [];

    /** @var list<list<array{int, int}>> want => candidates after the package's own: package and position, best first */
    private array $substitutes = [];

    /** @var list<array{int, string}> want => its own package, and the releases that will do; -1 when there is none */
    private array $own = [];

    /**
     * @param  array<int, string>  $have  package => the release that is there now, as a set
     * @param  bool  $wantsNewest  whether a want moves to its newest release, or stays what it is when it can
     * @param  list<array{int, string}>  $wishes  packages and sets that are tried before anything else, and given up when they cannot be
     * @param  int  $done  how many entries of the trail leave nothing to decide, the request's own wants included
     */
    public function __construct(
        private readonly Encoding $encoding,
        private readonly array $have,
        private readonly bool $wantsNewest,
        private readonly array $wishes = [],
        int $done = 0,
    ) {
        $this->required = array_fill(0, count(self::FEW), $done);
        $this->choice = $done;
        foreach ($done > 0 ? [] : $encoding->request->want as $index => $want) {
            $options = $encoding->wantClause($index)->literals;
            $own = $encoding->numberOf($want->id) ?? -1;
            $this->own[] = [$own, $options[$own] ?? ''];
            unset($options[$own]);
            $this->substitutes[] = $this->ranked($want, $options);
        }
    }

    public function next(Trail $trail, int $conflicts): ?array
    {
        $this->returnTo($trail->level());

        $decision =
            $this->nextWish($trail) ??
            ($this->nextWant($trail) ??
                ($this->nextRequired($trail) ?? ($this->nextChoice($trail, $conflicts) ?? $this->nextKept($trail))));
        $this->cursors[] = [$this->wish, $this->want, $this->required, $this->choice, $this->kept];

        return $decision;
    }

    /** Puts the cursors back to where they were at a level that the search has jumped back to. */
    private function returnTo(int $level): void
    {
        if (isset($this->cursors[$level])) {
            [$this->wish, $this->want, $this->required, $this->choice, $this->kept] = $this->cursors[$level];
            array_splice($this->cursors, $level);
        }
    }

    /** @return array{int, string}|null */
    private function nextWish(Trail $trail): ?array
    {
        for (; $this->wish < count($this->wishes); $this->wish++) {
            [$package, $set] = $this->wishes[$this->wish];
            $left = $trail->domain[$package] & $set;
            if ($left !== $trail->none[$package] && $left !== $trail->domain[$package]) {
                return [$package, $left];
            }
        }

        return null;
    }

    /** @return array{int, string}|null */
    private function nextWant(Trail $trail): ?array
    {
        for (; $this->want < count($this->own); $this->want++) {
            [$package, $set] = $this->own[$this->want];
            if ($package >= 0 && $set !== '') {
                $left = $trail->domain[$package] & $set;
                if ($left !== $trail->none[$package]) {
                    if ($trail->positionOf($package) !== null) {
                        continue;
                    }

                    return [$package, $this->preferred($trail, $package, $left, $this->wantsNewest)];
                }
            }
            foreach ($this->substitutes[$this->want] as [$package, $position]) {
                $bit = $trail->table[$package]->of[$position];
                if (($trail->domain[$package] & $bit) !== $bit) {
                    continue;
                }
                if ($trail->domain[$package] !== $bit) {
                    return [$package, $bit];
                }

                continue 2;
            }
        }

        return null;
    }

    /**
     * A package that has to be there and can still be several releases: those with few releases left first, because what
     * they clash with shows soonest. A package narrowed again has a later entry, so each of the cursors only moves forward.
     *
     * @return array{int, string}|null
     */
    private function nextRequired(Trail $trail): ?array
    {
        // As many entries are looked at as there are decisions, times the trail: what is called here is written out.
        $length = $trail->length;
        foreach (self::FEW as $tier => $most) {
            for ($entry = $this->required[$tier]; $entry < $length; $entry++) {
                $package = $trail->package[$entry];
                $domain = $trail->domain[$package];
                $isOpen = (ord($domain[0]) & 1) === 0 && ! isset($trail->table[$package]->single[$domain]);
                if ($isOpen && BitTable::count($domain) <= $most) {
                    $this->required[$tier] = $entry;

                    return [$package, $this->preferred($trail, $package, $domain, false)];
                }
            }
            $this->required[$tier] = $entry;
        }

        return null;
    }

    /**
     * One of several alternatives, none of which is in yet: one that is there now, else the first by id. Once a search has
     * proved hard, the one among the next few needs that took part in most conflicts.
     *
     * @return array{int, string}|null
     */
    private function nextChoice(Trail $trail, int $conflicts): ?array
    {
        $hottest = null;
        $seen = 0;
        for ($entry = $this->choice; $entry < $trail->length; $entry++) {
            $package = $trail->package[$entry];
            $position = $trail->positionOf($package);
            if ($position === null) {
                continue;
            }
            foreach ($this->encoding->needsOf($package, $position) as $need) {
                $candidates = $this->undecided($trail, $need, $this->encoding->packages[$package]);
                if ($candidates === []) {
                    continue;
                }
                if ($seen++ === 0) {
                    $this->choice = $entry;
                }
                if ($conflicts < self::HARD) {
                    return $this->first($trail, $candidates);
                }
                foreach ($candidates as $candidate => $left) {
                    if ($hottest === null || $trail->heat[$candidate] > $trail->heat[$hottest[0]]) {
                        $hottest = [$candidate, $left];
                    }
                }
                if ($seen >= self::LOOKED_AT) {
                    break 2;
                }
            }
        }
        if ($hottest === null) {
            $this->choice = $trail->length;

            return null;
        }

        return [$hottest[0], $this->preferred($trail, $hottest[0], $hottest[1], false)];
    }

    /** @return array<int, string> package => what it can still be to meet the need; none when it is met, or will be by propagation */
    private function undecided(Trail $trail, Need $need, Package $owner): array
    {
        $candidates = [];
        foreach ($this->encoding->meeting($need, $owner) as $package => $set) {
            $left = $trail->domain[$package] & $set;
            if ($left === $trail->domain[$package]) {
                return [];
            }
            if ($left !== $trail->none[$package]) {
                $candidates[$package] = $left;
            }
        }

        return $candidates;
    }

    /**
     * @param  non-empty-array<int, string>  $candidates
     * @return array{int, string}
     */
    private function first(Trail $trail, array $candidates): array
    {
        $best = null;
        foreach ($candidates as $package => $left) {
            $there = isset($this->have[$package]) && ($left & $this->have[$package]) === $this->have[$package];
            $rank = [$there ? 0 : 1, $this->encoding->packages[$package]->id];
            if ($best === null || $rank < $best[0]) {
                $best = [$rank, $package, $left];
            }
        }

        return [$best[1], $this->preferred($trail, $best[1], $best[2], false)];
    }

    /** @return array{int, string}|null */
    private function nextKept(Trail $trail): ?array
    {
        $packages = array_keys($this->have);
        for (; $this->kept < count($packages); $this->kept++) {
            $package = $packages[$this->kept];
            $present = $trail->domain[$package] & ~$trail->table[$package]->absent;
            if ($present !== $trail->none[$package] && $present !== $trail->domain[$package]) {
                return [$package, $this->preferred($trail, $package, $present, false)];
            }
        }

        return null;
    }

    private function preferred(Trail $trail, int $package, string $left, bool $newest): string
    {
        if (! $newest && isset($this->have[$package]) && ($left & $this->have[$package]) !== $trail->none[$package]) {
            return $this->have[$package];
        }

        return $trail->table[$package]->of[BitTable::newest($left)];
    }

    /**
     * Releases of other packages that stand for a wanted one: the newest version provided first, then by id.
     *
     * @param  array<int, string>  $options
     * @return list<array{int, int}>
     */
    private function ranked(Want $want, array $options): array
    {
        $ranked = [];
        foreach ($this->encoding->providersOf($want->id) as [$package, $position, $place]) {
            if (
                isset($options[$package]) &&
                ReleaseSet::ofBits(count($this->encoding->packages[$package]->releases), $options[$package])->has($position)
            ) {
                $ranked[] = [-$place, $this->encoding->packages[$package]->id, -$position, $package];
            }
        }
        sort($ranked);

        return array_map(fn (array $entry): array => [$entry[3], -$entry[2]], $ranked);
    }
}
