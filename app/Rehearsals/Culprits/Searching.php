<?php

declare(strict_types=1);

namespace App\Rehearsals\Culprits;

use App\Disk\BaseLayer;
use App\Disk\Folder;
use App\Games\Games;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\PlacedRelease;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Notices\Origin;
use App\Refusal\Refusal;
use App\Rehearsals\Launch\How;
use App\Rehearsals\Launch\Launch;
use App\Rehearsals\Log\LogFile;
use App\Rehearsals\Log\Reading;
use App\Rehearsals\Log\Said;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Culprits\Culprits;
use Stasimon\Core\Culprits\CulpritTrial;
use Stasimon\Core\Culprits\Narrowing;
use Stasimon\Core\Resolve\Want;

/** Finds which mods make a launch fail, by launching with some of them in a folder beside the instance's own. */
final readonly class Searching
{
    /** Launches of one set where the fault comes and goes, before it is believed that it comes up. */
    private const TRIES = 5;

    /** Culprits that fail only together, and are still believed at once. */
    private const TOGETHER = 3;

    public function __construct(
        private Games $games,
        private Launch $launch,
        private Reading $reading,
        private Layers $layers,
        private BaseLayer $base,
    ) {
    }

    /**
     * A search that begins with a failed rehearsal; or with any, where a person says of each launch how it went. In one
     * between layers each want is launched with all that lies under it.
     *
     * @throws Refusal when there is nothing to search in
     */
    public function prepare(Rehearsal $rehearsal, bool $asks = false, bool $layered = false): CulpritSearch
    {
        $instance = $rehearsal->instance->load('placed');
        if (! $asks && $rehearsal->state !== LaunchState::Failed) {
            throw Refusal::conflict('Only a rehearsal that failed has a culprit to look for.');
        }
        if ($rehearsal->isForGameAlone()) {
            throw Refusal::conflict('It was the game alone that was launched, so no mod can be the culprit.');
        }
        if (! $rehearsal->isOfNow($instance)) {
            throw Refusal::conflict(
                'Something was applied since this rehearsal, so it may fail for another reason now. Rehearse again first.',
            );
        }
        $needs = $this->needsOf($instance);
        $wants = $this->ordered(
            array_values(
                array_filter(
                    array_map(fn (Want $want): string => $want->id, $instance->plan->wants),
                    fn (string $id): bool => isset($needs[$id]),
                ),
            ),
            $needs,
        );
        if (count($wants) < 2) {
            throw Refusal::conflict('Fewer than two mods are asked for, so there is nothing to narrow down.');
        }
        $wants = $layered ? $this->layers->order($instance, $wants) : $wants;
        $among = $layered
            ? fn (string $id): array => array_slice($wants, 0, (int) array_search($id, $wants, true))
            : fn (string $id): array => array_values(array_intersect($wants, array_diff($this->reached([$id], $needs), [$id])));

        return $instance->hasMany(CulpritSearch::class)->create([
            'rehearsal' => $rehearsal->number,
            'wants' => $wants,
            'asks' => $asks,
            'layered' => $layered,
            'needs' => array_filter(array_combine($wants, array_map($among, $wants))),
            'errors' => $this->reading->said($rehearsal)->errors,
        ]);
    }

    public function step(CulpritSearch $search): Narrowing
    {
        $outcomes = [];
        foreach ($search->launches as $launch) {
            if ($launch['again']) {
                continue;
            }
            $outcomes[Culprits::keyOf($launch['wants'])] = CulpritTrial::from($launch['outcome']);
        }

        return (new Culprits($search->wants, $search->needs))->step($outcomes);
    }

    /** Launches again and again until it is over, a person stops it, or has to say how a launch went; goes on where it was. */
    public function run(CulpritSearch $search, Task $task): void
    {
        $search->update(['state' => SearchState::Running]);
        $isStopped = fn (): bool => $search->newQuery()->whereKey($search->id)->value('state') === SearchState::Stopped;
        if (! $search->asks && $search->launches === []) {
            // What fails now and then has to be known for that before anything is concluded from a launch that comes up.
            $task->advance('looking for the culprit', 0, $this->step($search)->expected());
            $this->repeat($search, $search->wants, $isStopped);
        }
        while (! $isStopped()) {
            $step = $this->step($search);
            $again = $step->next === null;
            if ($again && $search->asks) {
                $this->finish($search, $step->culprits);

                return;
            }
            $set = $step->next ?? (new Culprits($search->wants, $search->needs))->closed($step->culprits);
            $task->advance('looking for the culprit', count($search->launches), count($search->launches) + $step->expected());
            $wasFlaky = $search->flaky;
            $again ? $this->repeat($search, $set, $isStopped) : $this->launched($search, $set, $isStopped);
            /** @phpstan-ignore if.alwaysFalse (a person may have stopped it during the launch) */
            if ($isStopped()) {
                return;
            }
            if ($again && $this->isBelieved($search, $step->culprits, $wasFlaky, $isStopped)) {
                $this->finish($search, $step->culprits);

                return;
            }
            if ($search->asks) {
                $search->fill(['state' => SearchState::Asking, 'asked' => $set])->save();

                return;
            }
        }
    }

    /**
     * Whether what was found may stand. If it turns out only now that the fault comes and goes, launches that came up have
     * shown nothing: they are put aside, and the search goes on with repetitions.
     *
     * @param  list<string>  $culprits
     * @param  \Closure(): bool  $isStopped  asked anew each time
     */
    private function isBelieved(CulpritSearch $search, array $culprits, bool $wasFlaky, \Closure $isStopped): bool
    {
        // That many at once are mostly none: each half came up by chance.
        for ($try = 1; count($culprits) > self::TOGETHER && ! $search->flaky && $try < self::TRIES && ! $isStopped(); $try++) {
            $this->repeat($search, $search->wants, $isStopped);
        }
        if (! $search->flaky || $wasFlaky) {
            return true;
        }
        $search->launches = array_map(
            fn (array $launch): array => ['again' => $launch['again'] || $launch['outcome'] === CulpritTrial::Passed->value] + $launch,
            $search->launches,
        );
        $search->save();

        return false;
    }

    /** A person's word on the launch that waits for it. */
    public function judge(CulpritSearch $search, bool $worked): void
    {
        if ($search->state !== SearchState::Asking || $search->asked === null) {
            throw Refusal::conflict('No launch of this search waits for your word.');
        }
        $launches = $search->launches;
        $launches[count($launches) - 1] =
            ['outcome' => ($worked ? CulpritTrial::Passed : CulpritTrial::Failed)->value, 'again' => false] +
            $launches[count($launches) - 1];
        $search->fill(['launches' => $launches, 'asked' => null, 'state' => SearchState::Waiting])->save();
    }

    /** @param  list<string>  $culprits */
    private function finish(CulpritSearch $search, array $culprits): void
    {
        $search->fill(['state' => SearchState::Done, 'culprits' => $culprits]);
        $this->remember($search);
        $search->save();
    }

    /**
     * Launches a set that is known to fail once more; if it comes up, the fault comes and goes.
     *
     * @param  list<string>  $set
     * @param  \Closure(): bool  $isStopped  asked anew each time
     */
    private function repeat(CulpritSearch $search, array $set, \Closure $isStopped): CulpritTrial
    {
        $start = hrtime(true);
        $outcome = $this->launch($search, $set, $isStopped);
        if (! $isStopped()) {
            $search->flaky = $search->flaky || $outcome === CulpritTrial::Passed;
            $this->note($search, $set, $outcome, $start, true);
        }

        return $outcome;
    }

    /**
     * Launches a new set; where the fault comes and goes, one that comes up is tried again before that is believed.
     *
     * @param  list<string>  $set
     * @param  \Closure(): bool  $isStopped  asked anew each time
     */
    private function launched(CulpritSearch $search, array $set, \Closure $isStopped): CulpritTrial
    {
        for ($try = 1; ; $try++) {
            $start = hrtime(true);
            $outcome = $this->launch($search, $set, $isStopped);
            if ($isStopped()) {
                return $outcome;
            }
            $last = $outcome !== CulpritTrial::Passed || ! $search->flaky || $try === self::TRIES;
            $this->note($search, $set, $outcome, $start, ! $last || $search->asks);
            if ($last) {
                return $outcome;
            }
        }
    }

    /**
     * @param  list<string>  $set
     * @param  bool  $aside  whether nothing is concluded from it
     */
    private function note(CulpritSearch $search, array $set, CulpritTrial $outcome, int $start, bool $aside): void
    {
        $search->launches = [
            ...$search->launches,
            ['wants' => $set, 'outcome' => $outcome->value, 'milliseconds' => intdiv(hrtime(true) - $start, 1_000_000), 'again' => $aside],
        ];
        $search->save();
    }

    /**
     * @param  list<string>  $set
     * @param  \Closure(): bool  $isStopped  asked anew each time
     */
    private function launch(CulpritSearch $search, array $set, \Closure $isStopped): CulpritTrial
    {
        $instance = $search->instance->loadMissing('placed');
        $folder = new Folder($instance);
        $packages = $this->reached([...$set, $instance->plan->base->loader], $this->needsOf($instance));
        $files = array_values(
            DB::table('placed_files')
                ->where('instance_id', $instance->id)
                ->whereIn('package_id', $packages)
                ->pluck('path')
                ->map(strval(...))
                ->all(),
        );
        $game = $this->games->get($instance->plan->base->game);
        $folder->layTrial($files, array_diff($game->own, [$game->worlds['folder'] ?? '']));
        $this->base->layInTrial($instance, $folder);
        $this->layers->merge($instance, $folder, $packages);
        $log = new LogFile($folder->trial('trial.log'), $game->log);
        try {
            $launched = $this->launch->run(
                $instance->plan,
                $folder->trial(),
                $log,
                $isStopped,
                new How(seed: 1_000 + count($search->launches), words: $instance->launching),
            );
            $said = Said::of($this->reading->of($log->each(), $game, $instance));
        } finally {
            $folder->clearTrial();
        }

        return match (true) {
            $launched->isClean() => CulpritTrial::Passed,
            $said->errors === $search->errors => CulpritTrial::Failed,
            default => CulpritTrial::Other,
        };
    }

    /** Keeps what was found as a notice of one's own, which is a finding wherever they meet again. */
    private function remember(CulpritSearch $search): void
    {
        $versions = $search->instance->versions();
        $culprits = array_intersect_key($versions, array_flip($search->culprits ?? []));
        $first = (string) array_key_first($culprits);
        if ($search->layered || $search->flaky || $first === '' || count($culprits) > self::TOGETHER) {
            return;
        }
        $others = array_diff_key($culprits, [$first => true]);
        $names = $search->instance->placed->pluck('name', 'package_id');
        $beside = implode(' and ', array_map(fn (string|int $id): string => "{$names[$id]} {$versions[$id]}", array_keys($others)));
        DB::table('notices')->insert([
            'package_id' => $first,
            'version' => $versions[$first],
            'kind' => 'broken',
            'by' => Origin::Search->value,
            'said' => now()->toDateString(),
            'beside' => json_encode((object) array_map(fn (string $version): string => "={$version}", $others), JSON_THROW_ON_ERROR),
            'text' => $beside === '' ? 'The game does not come up with it.' : "The game does not come up with it and {$beside}.",
        ]);
    }

    /** @return array<string, list<string>> what is placed => what is placed that it needs */
    private function needsOf(Instance $instance): array
    {
        $needs = $instance->placed->mapWithKeys(fn (PlacedRelease $placed): array => [$placed->package_id => []])->all();
        foreach ($instance->placed as $placed) {
            foreach ($placed->because->needed as $by) {
                $needs[$by->id][] = $placed->package_id;
            }
        }

        return $needs;
    }

    /**
     * @param  list<string>  $ids
     * @param  array<string, list<string>>  $needs
     * @return list<string>
     */
    private function reached(array $ids, array $needs): array
    {
        $reached = [];
        while ($ids !== []) {
            $id = array_pop($ids);
            if (! isset($reached[$id])) {
                $reached[$id] = true;
                array_push($ids, ...$needs[$id] ?? []);
            }
        }

        return array_map(strval(...), array_keys($reached));
    }

    /**
     * What a want needs before it.
     *
     * @param  list<string>  $wants
     * @param  array<string, list<string>>  $needs
     * @return list<string>
     */
    private function ordered(array $wants, array $needs): array
    {
        sort($wants, SORT_STRING);
        usort($wants, fn (string $a, string $b): int => count($this->reached([$a], $needs)) <=> count($this->reached([$b], $needs)));

        return $wants;
    }
}
