<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Package;
use App\Games\Games;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use Stasimon\Core\Diagnose\Counsel;
use Stasimon\Core\Game\MemoryChoice;
use Stasimon\Core\Plan\Plan;

/** What is not as it was in the last rehearsal that came up clean, with a step back for each change and one for all. */
final readonly class SinceClean
{
    /**
     * @param  Rehearsal|null  $clean  the last one before that came up clean; null where none did
     * @param  list<Counsel>  $steps  what changed, as text, and what takes it back
     */
    private function __construct(public ?Rehearsal $clean, public array $steps)
    {
    }

    /** @param  list<Counsel>  $lying  what is otherwise in the folder than it was laid, and what takes that back */
    public static function of(Rehearsal $rehearsal, Games $games, array $lying = []): self
    {
        $clean = self::lastClean($rehearsal);
        if ($clean === null || $clean->versions === null || $rehearsal->versions === null) {
            return new self($clean, []);
        }
        $game = $games->get($rehearsal->plan->base->game);
        $changed = self::changed($rehearsal);
        [$then, $now] = [$clean->versions, $rehearsal->versions];
        $names = Package::query()->whereIn('id', $changed)->pluck('name', 'id');
        $steps = [];
        $catalogue = new DepotCatalogue($game);
        foreach ($changed as $id) {
            $steps[] = self::package(
                $id,
                $names[$id] ?? $id,
                $then[$id] ?? null,
                $now[$id] ?? null,
                $rehearsal->plan,
                $clean->plan,
                $catalogue,
            );
        }
        foreach (
            [
                [
                    'build',
                    $clean->plan->base->loaderVersion,
                    $rehearsal->plan->base->loaderVersion,
                    'the loader',
                    fn (Plan $plan): Plan => $plan->onBuild($clean->plan->base->loaderVersion),
                ],
                [
                    'runtime',
                    $clean->plan->base->runtimeVersion,
                    $rehearsal->plan->base->runtimeVersion,
                    $game->runtimeName,
                    fn (Plan $plan): Plan => $plan->onRuntime($clean->plan->base->runtimeVersion),
                ],
                [
                    'memory',
                    self::gigabytes($clean->plan->base->memory),
                    self::gigabytes($rehearsal->plan->base->memory),
                    'memory',
                    fn (Plan $plan): Plan => $plan->withMemory($clean->plan->base->memory),
                ],
            ] as [$key, $before, $after, $what, $change]
        ) {
            if ($before !== $after) {
                $steps[] = new Counsel("since {$key}", ucfirst("{$what} {$before} → {$after}"), $change);
            }
        }
        foreach (self::configs($clean, $rehearsal) as $path => $how) {
            $steps[] = new Counsel(
                "since {$path}",
                "{$path} {$how}",
                fn (Plan $plan): Plan => $how === 'is new' ? $plan->settingAside($path) : $plan->takingBack($path, $clean->number),
            );
        }
        $steps = [...array_values(array_filter($steps)), ...$lying];
        if (count($steps) > 1) {
            $all = $steps;
            $steps[] = new Counsel(
                'since all',
                'All '.count($steps),
                fn (Plan $plan): Plan => array_reduce($all, fn (Plan $plan, Counsel $step): Plan => ($step->change)($plan), $plan),
            );
        }

        return new self($clean, $steps);
    }

    private static function lastClean(Rehearsal $rehearsal): ?Rehearsal
    {
        return $rehearsal->instance
            ->rehearsals()
            ->where('state', LaunchState::Clean)
            ->where('plain', false)
            ->where('number', '<', $rehearsal->number)
            ->orderByDesc('number')
            ->first();
    }

    /** @return list<string> packages beside the base that came, went or have another release */
    public static function changed(Rehearsal $rehearsal): array
    {
        $clean = self::lastClean($rehearsal);
        if ($clean === null || $clean->versions === null || $rehearsal->versions === null) {
            return [];
        }
        $base = array_flip($rehearsal->plan->base->packages());
        [$then, $now] = [array_diff_key($clean->versions, $base), array_diff_key($rehearsal->versions, $base)];

        return array_map(strval(...), array_keys(array_diff_assoc($then, $now) + array_diff_assoc($now, $then)));
    }

    private static function gigabytes(int $megabytes): string
    {
        return (new MemoryChoice($megabytes, '', false))->gigabytes();
    }

    private static function package(
        string $id,
        string $name,
        ?string $then,
        ?string $now,
        Plan $plan,
        Plan $before,
        DepotCatalogue $catalogue,
    ): ?Counsel {
        // A short version such as 1.2 would, as a range, admit every 1.2.x; the package knows how to say it.
        $exactly = fn (string $version): string => $catalogue->package($id)?->exactly($version) ?? '='.$version;

        return match (true) {
            // What is only needed by others comes and goes with them.
            $then === null => $plan->wants($id)
                ? new Counsel("since {$id}", "{$name} added", fn (Plan $plan): Plan => $plan->turningOff($id))
                : null,
            $now === null => $before->wants($id)
                ? new Counsel(
                    "since {$id}",
                    "{$name} {$then} removed",
                    fn (Plan $plan): Plan => $plan->wanting($id, $exactly((string) $then)),
                )
                : null,
            default => new Counsel(
                "since {$id}",
                "{$name} {$then} → {$now}",
                fn (Plan $plan): Plan => $plan->wantingIn($id, $exactly($then)),
            ),
        };
    }

    /** @return array<string, string> path => what happened to it */
    private static function configs(Rehearsal $clean, Rehearsal $rehearsal): array
    {
        $changed = [];
        [$then, $now] = [$clean->configs ?? [], $rehearsal->configs ?? []];
        foreach ($now + $then as $path => $digest) {
            $how = match (true) {
                ! isset($now[$path]) => 'is gone',
                ! isset($then[$path]) => 'is new',
                $then[$path] !== $now[$path] => 'changed',
                default => null,
            };
            if ($how !== null && ! str_ends_with((string) $path, '.set-aside')) {
                $changed[(string) $path] = $how;
            }
        }

        return $changed;
    }

    public function step(string $key): ?Counsel
    {
        foreach ($this->steps as $step) {
            if ($step->key === $key) {
                return $step;
            }
        }

        return null;
    }
}
