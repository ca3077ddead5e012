<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Games;
use App\Instances\Folder;
use App\Instances\Refusal;
use App\Models\CulpritSearch;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Models\Rehearsal;
use App\Models\Task;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Rehearse\Culprits;
use Stasimon\Core\Rehearse\LogLine;
use Stasimon\Core\Rehearse\LogReader;
use Stasimon\Core\Rehearse\Outcome;
use Stasimon\Core\Rehearse\Search;
use Stasimon\Core\Resolve\Want;

/** Finds which mods make a launch fail, by launching with some of them in a folder beside the instance's own. */
final readonly class Searching
{
    public function __construct(private Games $games, private Launch $launch, private Reading $reading)
    {
    }

    /**
     * A search that begins with a failed rehearsal.
     *
     * @throws Refusal when there is nothing to search in
     */
    public function prepare(Rehearsal $rehearsal): CulpritSearch
    {
        $instance = $rehearsal->instance->load('placed');
        if ($rehearsal->state !== 'failed') {
            throw Refusal::conflict('Only a rehearsal that failed has a culprit to look for.');
        }
        if ($instance->applied_at !== null && $instance->applied_at > $rehearsal->created_at) {
            throw Refusal::conflict('Something was applied since this rehearsal, so it may fail for another reason now. Rehearse again first.');
        }
        $needs = $this->needsOf($instance);
        $wants = $this->ordered(array_values(array_filter(array_map(fn (Want $want): string => $want->id, $instance->plan->wants), fn (string $id): bool => isset($needs[$id]))), $needs);
        if (count($wants) < 2) {
            throw Refusal::conflict('Fewer than two mods are asked for, so there is nothing to narrow down.');
        }
        $among = fn (string $id): array => array_values(array_intersect($wants, array_diff($this->reached([$id], $needs), [$id])));

        return $instance->hasMany(CulpritSearch::class)->create([
            'rehearsal' => $rehearsal->number, 'wants' => $wants,
            'needs' => array_filter(array_combine($wants, array_map($among, $wants))),
            'errors' => self::errors($this->reading->lines($rehearsal)),
        ]);
    }

    public function step(CulpritSearch $search): Search
    {
        $outcomes = [];
        foreach ($search->launches as $launch) {
            $outcomes[Culprits::keyOf($launch['wants'])] = Outcome::from($launch['outcome']);
        }

        return (new Culprits($search->wants, $search->needs))->step($outcomes);
    }

    /** Launches again and again until it is over or a person stops it; goes on where it was, if it was stopped. */
    public function run(CulpritSearch $search, Task $task): void
    {
        $search->update(['state' => 'running']);
        $isStopped = fn (): bool => $search->newQuery()->whereKey($search->id)->value('state') === 'stopped';
        while (! $isStopped()) {
            $step = $this->step($search);
            $again = $step->next === null;
            $set = $step->next ?? (new Culprits($search->wants, $search->needs))->closed($step->culprits);
            $task->advance('looking for the culprit', count($search->launches), count($search->launches) + $step->expected());
            $start = hrtime(true);
            $outcome = $this->launch($search, $set, $isStopped);
            if ($isStopped()) {
                return;
            }
            $search->launches = [...$search->launches, ['wants' => $set, 'outcome' => $again ? Outcome::Failed->value : $outcome->value, 'milliseconds' => intdiv(hrtime(true) - $start, 1_000_000), 'again' => $again]];
            if ($again) {
                $search->fill(['state' => 'done', 'culprits' => $step->culprits, 'flaky' => $outcome !== Outcome::Failed]);
                $this->remember($search);
            }
            $search->save();
            if ($again) {
                return;
            }
        }
    }

    /**
     * @param  list<string>  $set
     * @param  \Closure(): bool  $isStopped
     */
    private function launch(CulpritSearch $search, array $set, \Closure $isStopped): Outcome
    {
        $instance = $search->instance->loadMissing('placed');
        $folder = new Folder($instance);
        $packages = $this->reached([...$set, $instance->plan->loader], $this->needsOf($instance));
        $files = DB::table('placed_files')->where('instance_id', $instance->id)->whereIn('package_id', $packages)->pluck('path')->all();
        $folder->layTrial($files, array_diff($this->games->get($instance->plan->game)->own, ['worlds']));
        $log = $folder->trial('trial.log');
        file_put_contents($log, '');
        $exit = $this->launch->run($instance->plan, $folder->trial(), $log, $isStopped);
        $errors = self::errors((new LogReader($this->games->get($instance->plan->game)))->lines((string) file_get_contents($log)));
        $folder->clearTrial();

        return match (true) {
            $exit === 0 => Outcome::Passed,
            $errors === $search->errors => Outcome::Failed,
            default => Outcome::Other,
        };
    }

    /** Keeps what was found as a notice of one's own, which is a finding wherever they meet again. */
    private function remember(CulpritSearch $search): void
    {
        $versions = $search->instance->versions();
        $culprits = array_intersect_key($versions, array_flip($search->culprits ?? []));
        $first = (string) array_key_first($culprits);
        if ($search->flaky || $first === '' || count($culprits) > 3) {
            return;
        }
        $others = array_diff_key($culprits, [$first => true]);
        $names = $search->instance->placed->pluck('name', 'package_id');
        $beside = implode(' and ', array_map(fn (string|int $id): string => "{$names[$id]} {$versions[$id]}", array_keys($others)));
        DB::table('notices')->insert([
            'package_id' => $first, 'version' => $versions[$first], 'kind' => 'broken', 'beside' => json_encode((object) $others, JSON_THROW_ON_ERROR),
            'text' => $beside === '' ? 'The game does not come up with it.' : "The game does not come up with it and {$beside}.",
        ]);
    }

    /** @return array<string, list<string>> what is placed => what is placed that it needs */
    private function needsOf(Instance $instance): array
    {
        $needs = $instance->placed->mapWithKeys(fn (PlacedRelease $placed): array => [$placed->package_id => []])->all();
        foreach ($instance->placed as $placed) {
            foreach ($placed->because['needed'] as $reason) {
                $needs[$reason['id']][] = $placed->package_id;
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

    /**
     * @param  list<LogLine>  $lines
     * @return list<string> what a log says in its error lines, without what is only the order of things
     */
    private static function errors(array $lines): array
    {
        $errors = array_values(array_unique(array_map(fn (LogLine $line): string => $line->message, array_filter($lines, fn (LogLine $line): bool => $line->level === 'error'))));
        sort($errors, SORT_STRING);

        return $errors;
    }
}
