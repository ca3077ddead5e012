<?php

declare(strict_types=1);

namespace App\Instances;

use App\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Models\Task;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Base\PlanReader;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Resolve\Change;

/**
 * Makes a draft real: fetch into the store, decide where each file goes, build next/, carry over what is the instance's own,
 * swap, mark applied.
 *
 * A process killed anywhere leaves the old instance or the new one; {@see recover()} finishes or clears what is half done.
 */
final readonly class Applying
{
    /** Seconds that one apply waits for another of the same instance. */
    private const PATIENCE = 5.0;

    /** Packages that a sentence of the history names, of those that came, changed or went. */
    private const NAMED = 10;

    public function __construct(private Drafting $drafting, private Games $games, private Store $store, private Laying $laying)
    {
    }

    /**
     * @throws Halted when a person pauses or cancels it
     * @throws Refusal
     */
    public function run(Instance $instance, Task $task): void
    {
        $folder = new Folder($instance);
        $lock = $folder->lock(self::PATIENCE) ?? throw Refusal::conflict('Another apply of this instance is at work. This one was not begun.');
        $this->finish($instance);
        $draft = $instance->draft()->first();
        if ($draft === null) {
            return;
        }
        $this->drafting->forget();
        $lineUp = $this->drafting->lineUp($instance->load('placed', 'draft'));
        if ($lineUp->resolved === null) {
            throw Refusal::conflict('The draft has no line-up, so it cannot be applied. It says why on its page.');
        }
        $game = $this->games->get($lineUp->plan->game);
        $placement = new Placement($game);

        (new Fetching($this->store, $task))->run($lineUp);
        $this->reach('fetched');

        $files = $this->laying->decide($lineUp, $placement, fn (int $done, int $total) => $task->advance('looking into archives', $done, $total));
        $this->reach('looked');
        if ($task->newQuery()->whereKey($task->id)->value('state') !== 'running') {
            throw new Halted;
        }

        $task->advance('placing files', 0, count($files));
        $folder->begin();
        foreach ($game->own as $own) {
            $folder->carryOver($own, $lineUp->plan->restore?->own ? $this->pointOf($instance, $lineUp->plan->restore->point) : null);
        }
        foreach ($lineUp->plan->own as $path => $rehearsal) {
            $folder->changeOwn((string) $path, $rehearsal, $game->own);
        }
        $laid = $this->laying->lay($instance, $files, $placement, $folder);
        $this->reach('built');
        file_put_contents($folder->next('plan.pending'), json_encode([
            'plan' => $lineUp->plan->applied()->lapsed($lineUp->resolved->versions())->toJson(),
            'rows' => $this->rows($lineUp, $files, $placement),
            'files' => $laid,
            'sentence' => $this->sentence($lineUp),
            'task' => $task->id,
            'draft' => $draft->id,
            'revision' => $draft->revision,
        ], JSON_THROW_ON_ERROR));
        $folder->mark($task->id);
        $this->reach('complete');

        $folder->stepAside();
        $this->reach('aside');
        $folder->stepIn();
        $this->reach('swapped');
        $this->markApplied($instance, $folder);
        $this->reach('applied');
        $folder->clear($game->own);
        flock($lock, LOCK_UN);
    }

    /** Finishes or clears what a killed apply left; harmless when there is nothing, and while another is at work. */
    public function recover(Instance $instance): void
    {
        $lock = (new Folder($instance))->lock();
        if ($lock !== null) {
            $this->finish($instance);
            flock($lock, LOCK_UN);
        }
    }

    private function finish(Instance $instance): void
    {
        $folder = new Folder($instance);
        $folder->recover();
        if (is_file($folder->live('plan.pending'))) {
            $this->markApplied($instance, $folder);
        }
        $folder->clear($this->games->get($instance->plan->game)->own);
    }

    private function pointOf(Instance $instance, int $entry): ?string
    {
        return $instance->history()->find($entry)?->before['task'] ?? null;
    }

    /**
     * @param  list<LaidFile>  $files
     * @return list<array<string, mixed>> rows of placed_releases
     */
    private function rows(LineUp $lineUp, array $files, Placement $placement): array
    {
        $paths = [];
        foreach ($files as $file) {
            $paths[$file->package] ??= $file->path;
        }
        $documents = $lineUp->catalogue->documents($lineUp->resolved?->versions() ?? []);
        $rows = [];
        foreach ($lineUp->resolved->selection ?? [] as $selected) {
            $id = $selected->package->id;
            $hasFile = in_array($selected, $lineUp->withFiles(), true);
            $file = $hasFile ? $lineUp->fileOf($selected) : null;
            $place = $file === null ? null : $placement->placeOf($selected->package->kind, $file->name);
            $rows[] = [
                'package_id' => $id,
                'name' => $selected->package->title(),
                'kind' => $selected->package->kind->value,
                'version' => $selected->release->version,
                'side' => $lineUp->catalogue->sideOf($id),
                'because' => LineUp::because($selected),
                'path' => $place === null ? null : ($place->unpack ? $place->folder : $paths[$id] ?? $place->folder),
                'size' => $file->size ?? 0,
                'sha256' => $file?->sha256,
                'file_name' => $file?->name,
                'content' => $file?->content,
                'depot' => $file?->depot(),
                'document' => $documents[$id] ?? null,
            ];
        }

        return $rows;
    }

    private function markApplied(Instance $instance, Folder $folder): void
    {
        $pending = json_decode((string) file_get_contents($folder->live('plan.pending')), true, flags: JSON_THROW_ON_ERROR);
        DB::transaction(function () use ($instance, $pending): void {
            $instance = Instance::query()->lockForUpdate()->findOrFail($instance->id);
            $instance->history()->create([
                'sentence' => $pending['sentence'],
                'before' => [
                    'plan' => $instance->plan->toJson(),
                    'versions' => $instance->versions(),
                    'task' => $pending['task'],
                    'placed' => $instance->placed->map(fn (PlacedRelease $placed): array => $placed->remembered())->all(),
                ],
                'created_at' => now(),
            ]);
            $instance->placed()->delete();
            PlacedRelease::query()->insert(array_map(
                fn (array $row): array => ['instance_id' => $instance->id, 'because' => json_encode($row['because'])] + $row,
                $pending['rows'],
            ));
            DB::table('placed_files')->where('instance_id', $instance->id)->delete();
            foreach (array_chunk($pending['files'], 1000) as $files) {
                DB::table('placed_files')->insert(array_map(fn (array $row): array => ['instance_id' => $instance->id, 'over' => json_encode($row['over'])] + $row, $files));
            }
            $instance->update(['plan' => PlanReader::read($pending['plan']), 'applied_at' => now()]);
            $instance->draft()->where('id', $pending['draft'])->where('revision', $pending['revision'])->delete();
        });
        unlink($folder->live('plan.pending'));
    }

    private function sentence(LineUp $lineUp): string
    {
        $changes = $lineUp->changes();
        $name = fn (string $id): string => $lineUp->catalogue->package($id)?->title() ?? $id;
        $list = function (array $names): string {
            sort($names, SORT_NATURAL | SORT_FLAG_CASE);

            return implode(', ', array_slice($names, 0, self::NAMED)).(count($names) > self::NAMED ? ' and '.(count($names) - self::NAMED).' more' : '').'.';
        };
        $add = array_values(array_diff($changes->add, [$lineUp->plan->game, $lineUp->plan->runtime]));
        $parts = array_filter([
            $lineUp->plan->restore !== null ? 'Went back to an earlier line-up'.($lineUp->plan->restore->own ? ', with its configs and worlds.' : '.') : '',
            $add === [] ? '' : 'Added '.$list(array_map($name, $add)),
            $changes->change === [] ? '' : 'Changed '.$list(array_map(fn (Change $change): string => "{$name($change->id)} {$change->from} to {$change->to}", $changes->change)),
            $changes->remove === [] ? '' : 'Removed '.$list(array_map($name, $changes->remove)),
            $lineUp->plan->putBack ? 'Put every file back.' : '',
            $lineUp->plan->own === [] ? '' : 'Set aside or put back '.$list(array_map(strval(...), array_keys($lineUp->plan->own))),
        ]);

        return $parts === [] ? 'Changed the base or what is allowed; the line-up stayed.' : implode(' ', $parts);
    }

    /** A place at which a test may have the worker die; elsewhere it does nothing. */
    private function reach(string $step): void
    {
        if (config('stasimon.die_at') === $step) {
            posix_kill((int) getmypid(), SIGKILL);
        }
    }
}
