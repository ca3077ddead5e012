<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\PackageRow;
use App\Games\Games;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Worlds\Came;
use Stasimon\Core\Diagnose\PlanRemedy;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\MemoryChoice;
use Stasimon\Core\Plan\Plan;

/** What is not as it was in the last rehearsal that came up clean, with a step back for each change and one for all. */
final readonly class SinceClean
{
    /**
     * @param  Rehearsal|null  $clean  the last one before that came up clean; null where none did
     * @param  list<PlanRemedy>  $steps  what changed, as text, and what takes it back
     */
    private function __construct(public ?Rehearsal $clean, public array $steps)
    {
    }

    /** @param  list<PlanRemedy>  $lying  what is otherwise in the folder than it was laid, and what takes that back */
    public static function of(Rehearsal $rehearsal, Games $games, array $lying = []): self
    {
        $clean = self::lastClean($rehearsal);
        if ($clean === null || $clean->versions === null || $rehearsal->versions === null) {
            return new self($clean, []);
        }
        $game = $games->get($rehearsal->plan->base->game);
        $steps = [
            ...self::packages($clean, $rehearsal, $game),
            ...self::bases($clean, $rehearsal, $game->runtimeName),
            ...self::ofConfigs($clean, $rehearsal),
            ...$lying,
        ];
        if (count($steps) > 1) {
            $all = $steps;
            $steps[] = new PlanRemedy(
                'since all',
                'All '.count($steps),
                fn (Plan $plan): Plan => array_reduce($all, fn (Plan $plan, PlanRemedy $step): Plan => ($step->change)($plan), $plan),
            );
        }

        return new self($clean, $steps);
    }

    /** @return list<PlanRemedy> */
    private static function packages(Rehearsal $clean, Rehearsal $rehearsal, GameDefinition $game): array
    {
        $changed = self::changed($rehearsal);
        $names = PackageRow::query()->whereIn('id', $changed)->pluck('name', 'id');
        $catalogue = new DepotCatalogue($game);
        $steps = [];
        foreach ($changed as $id) {
            [$then, $now] = [$clean->versions[$id] ?? null, $rehearsal->versions[$id] ?? null];
            $steps[] = self::package($id, $names[$id] ?? $id, $then, $now, $rehearsal->plan, $clean->plan, $catalogue);
        }

        return array_values(array_filter($steps));
    }

    /** @return list<PlanRemedy> */
    private static function bases(Rehearsal $clean, Rehearsal $rehearsal, string $runtime): array
    {
        [$then, $now] = [$clean->plan->base, $rehearsal->plan->base];
        [$memory, $given] = [self::gigabytes($then->memory), self::gigabytes($now->memory)];
        $steps = [];
        if ($then->loaderVersion !== $now->loaderVersion) {
            $words = "The loader {$then->loaderVersion} → {$now->loaderVersion}";
            $steps[] = new PlanRemedy('since build', $words, fn (Plan $plan): Plan => $plan->onBuild($then->loaderVersion));
        }
        if ($then->runtimeVersion !== $now->runtimeVersion) {
            $words = ucfirst("{$runtime} {$then->runtimeVersion} → {$now->runtimeVersion}");
            $steps[] = new PlanRemedy('since runtime', $words, fn (Plan $plan): Plan => $plan->onRuntime($then->runtimeVersion));
        }
        if ($memory !== $given) {
            $words = "Memory {$memory} → {$given}";
            $steps[] = new PlanRemedy('since memory', $words, fn (Plan $plan): Plan => $plan->withMemory($then->memory));
        }

        return $steps;
    }

    /** @return list<PlanRemedy> */
    private static function ofConfigs(Rehearsal $clean, Rehearsal $rehearsal): array
    {
        $steps = [];
        foreach (self::configs($clean, $rehearsal) as $path => $came) {
            $steps[] = new PlanRemedy(
                "since {$path}",
                "{$path} ".($came === Came::Changed ? 'changed' : $came->words()),
                fn (Plan $plan): Plan => $came === Came::New ? $plan->settingAside($path) : $plan->takingBack($path, $clean->number),
            );
        }

        return $steps;
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
    ): ?PlanRemedy {
        // A short version such as 1.2 would, as a range, admit every 1.2.x; the package knows how to say it.
        $exactly = fn (string $version): string => $catalogue->package($id)?->exactly($version) ?? '='.$version;

        return match (true) {
            // What is only needed by others comes and goes with them.
            $then === null => $plan->wants($id)
                ? new PlanRemedy("since {$id}", "{$name} added", fn (Plan $plan): Plan => $plan->turningOff($id))
                : null,
            $now === null => $before->wants($id)
                ? new PlanRemedy(
                    "since {$id}",
                    "{$name} {$then} removed",
                    fn (Plan $plan): Plan => $plan->wanting($id, $exactly((string) $then)),
                )
                : null,
            default => new PlanRemedy(
                "since {$id}",
                "{$name} {$then} → {$now}",
                fn (Plan $plan): Plan => $plan->wantingIn($id, $exactly($then)),
            ),
        };
    }

    /** @return array<string, Came> by path */
    private static function configs(Rehearsal $clean, Rehearsal $rehearsal): array
    {
        $changed = [];
        [$then, $now] = [$clean->configs ?? [], $rehearsal->configs ?? []];
        foreach (array_map(strval(...), array_keys($now + $then)) as $path) {
            if (($then[$path] ?? null) !== ($now[$path] ?? null) && ! str_ends_with($path, '.set-aside')) {
                $changed[$path] = Came::between(isset($then[$path]), isset($now[$path]));
            }
        }

        return $changed;
    }

    public function step(string $key): ?PlanRemedy
    {
        foreach ($this->steps as $step) {
            if ($step->key === $key) {
                return $step;
            }
        }

        return null;
    }
}
