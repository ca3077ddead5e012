<?php

declare(strict_types=1);

namespace App\Instances;

use App\Games;
use App\Models\Instance;
use App\Models\PlacedRelease;
use App\Models\Task;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Base\PlanReader;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Resolve\Change;

/**
 * Makes a draft real: fetch into the store, build next/, carry over what is the instance's own, swap, mark applied.
 *
 * A process killed anywhere leaves the old instance or the new one; {@see recover()} finishes or clears what is half done.
 */
final readonly class Applying
{
    public function __construct(private Drafting $drafting, private Games $games, private Store $store)
    {
    }

    public function run(Instance $instance, Task $task): void
    {
        $this->recover($instance);
        $draft = $instance->draft()->first();
        if ($draft === null) {
            return;
        }
        $lineUp = $this->drafting->lineUp($instance->load('placed', 'draft'));
        if ($lineUp->resolved === null) {
            throw Refusal::conflict('The draft has no line-up, so it cannot be applied. It says why on its page.');
        }
        $game = $this->games->get($lineUp->plan->game);
        $placement = new Placement($game);
        $rows = $this->rows($lineUp, $placement);

        $this->fetch($lineUp, $task);
        $this->reach('fetched');

        $task->advance('placing files', 0, count($rows));
        $folder = new Folder($instance);
        $folder->begin();
        foreach ($rows as $row) {
            if ($row['path'] !== null) {
                $folder->link($this->store->path($row['sha256']), $row['path']);
            }
        }
        $this->reach('built');
        foreach ($game->own as $own) {
            $folder->carryOver($own);
        }
        file_put_contents($folder->next('plan.pending'), json_encode(['plan' => $lineUp->plan->puttingBack(false)->toJson(), 'rows' => $rows, 'sentence' => $this->sentence($lineUp), 'draft' => $draft->id, 'revision' => $draft->revision]));
        $folder->mark($task->id);
        $this->reach('complete');

        $folder->stepAside();
        $this->reach('aside');
        $folder->stepIn();
        $this->reach('swapped');
        $this->markApplied($instance, $folder);
        $this->reach('applied');
        $folder->clear();
    }

    /** Finishes or clears what a killed apply left; harmless when there is nothing. */
    public function recover(Instance $instance): void
    {
        $folder = new Folder($instance);
        $folder->recover();
        if (is_file($folder->live('plan.pending'))) {
            $this->markApplied($instance, $folder);
        }
        $folder->clear();
    }

    private function fetch(LineUp $lineUp, Task $task): void
    {
        $total = $lineUp->toFetch();
        $done = 0;
        $task->advance('fetching files', 0, $total);
        foreach ($lineUp->withFiles() as $selected) {
            $file = $lineUp->fileOf($selected);
            if ($this->store->has($file->file_sha256)) {
                continue;
            }
            $told = 0.0;
            $this->store->fetch($file, function (int $bytes) use ($task, $done, $total, $selected, &$told): void {
                if (microtime(true) - $told > 0.2) {
                    $told = microtime(true);
                    $task->advance("fetching {$selected->package->title()}", $done + $bytes, $total);
                }
            });
            $done += $file->file_size;
            $this->reach('fetching');
        }
        $task->advance('fetching files', $total, $total);
    }

    /** @return list<array<string, mixed>> rows of placed_releases */
    private function rows(LineUp $lineUp, Placement $placement): array
    {
        $rows = [];
        foreach ($lineUp->resolved->selection ?? [] as $selected) {
            $hasFile = in_array($selected, $lineUp->withFiles(), true);
            $file = $hasFile ? $lineUp->fileOf($selected) : null;
            $rows[] = [
                'package_id' => $selected->package->id,
                'name' => $selected->package->title(),
                'kind' => $selected->package->kind->value,
                'version' => $selected->release->version,
                'side' => $file->package->side ?? 'both',
                'because' => LineUp::because($selected),
                'path' => $file === null ? null : $placement->pathOf($selected->package->kind, $file->file_name),
                'size' => $file->file_size ?? 0,
                'sha256' => $file->file_sha256 ?? null,
            ];
        }
        $paths = array_count_values(array_filter(array_column($rows, 'path')));
        foreach ($paths as $path => $count) {
            if ($count > 1) {
                throw Refusal::conflict("Two packages bring the same file {$path}. Nothing was changed; do without one of them.");
            }
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
                'before' => ['plan' => $instance->plan->toJson(), 'versions' => $instance->versions()],
                'created_at' => now(),
            ]);
            $instance->placed()->delete();
            PlacedRelease::query()->insert(array_map(
                fn (array $row): array => ['instance_id' => $instance->id, 'because' => json_encode($row['because'])] + $row,
                $pending['rows'],
            ));
            $instance->update(['plan' => PlanReader::read($pending['plan']), 'applied_at' => now()]);
            $instance->draft()->where('id', $pending['draft'])->where('revision', $pending['revision'])->delete();
        });
        unlink($folder->live('plan.pending'));
    }

    private function sentence(LineUp $lineUp): string
    {
        $changes = $lineUp->changes();
        $name = fn (string $id): string => $lineUp->catalogue->package($id)?->title() ?? $id;
        $parts = array_filter([
            $changes->add === [] ? '' : 'Added '.implode(', ', array_map($name, $changes->add)).'.',
            $changes->change === [] ? '' : 'Changed '.implode(', ', array_map(fn (Change $change): string => "{$name($change->id)} {$change->from} to {$change->to}", $changes->change)).'.',
            $changes->remove === [] ? '' : 'Removed '.implode(', ', array_map($name, $changes->remove)).'.',
            $lineUp->plan->putBack ? 'Put every file back.' : '',
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
