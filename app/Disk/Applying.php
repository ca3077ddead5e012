<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\LineUp;
use App\Drafts\LineUps;
use App\Games;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\PlacedRelease;
use App\Models\Task;
use App\Models\TaskState;
use App\Refusal\Meaning;
use App\Refusal\Refusal;
use App\Store\Store;
use App\Work\Halted;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Place\LaidFile;
use Stasimon\Core\Place\Placement;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Plan\Restore;
use Stasimon\Core\Resolve\Change;
use Throwable;

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

    public function __construct(
        private LineUps $lineUps,
        private Games $games,
        private Store $store,
        private Laying $laying,
        private Milestones $milestones,
        private KeptWorlds $kept,
        private MergedArchives $mergedArchives,
        private Inventory $inventory,
        private InTheWay $inTheWay,
    ) {
    }

    /**
     * @throws Halted when a person pauses or cancels it
     * @throws Refusal
     */
    public function run(Instance $instance, Task $task): void
    {
        $folder = new Folder($instance);
        $lock =
            $folder->lock(self::PATIENCE) ?? throw Refusal::conflict('Another apply of this instance is at work. This one was not begun.');
        $this->finish($instance);
        $draft = $instance->draft()->first();
        if ($draft === null) {
            return;
        }
        $this->lineUps->forget();
        $lineUp = $this->lineUps->lineUp($instance->load('placed', 'draft'));
        if ($lineUp->isStopped) {
            throw Refusal::conflict('The draft\'s line-up could not be worked out in the time there is. Its page says what can be done.');
        }
        if ($lineUp->resolved === null) {
            throw Refusal::conflict('The draft has no line-up, so it cannot be applied. It says why on its page.');
        }
        $game = $this->games->get($lineUp->plan->base->game);
        $placement = new Placement($game);

        (new Fetching($this->store, $task))->run($lineUp);
        $this->milestones->reached('fetched');

        $files = $this->laying->decide(
            $lineUp,
            $placement,
            fn (int $done, int $total) => $task->advance('looking into archives', $done, $total),
        );
        $this->milestones->reached('looked');
        $this->goesOn($task);

        $this->waitForGame($folder, $task);
        $backup = null;
        if ($game->worlds !== null) {
            $task->advance('keeping the worlds as they are', 0, 0);
            $backup = $this->kept->keep($instance);
        }
        $task->advance('placing files', 0, count($files));
        $folder->begin();
        $stands = [];
        foreach ($game->own as $own) {
            $isOfBackup = $lineUp->plan->once->worlds !== 0 && $own === ($game->worlds['folder'] ?? '');
            if ($isOfBackup && $lineUp->plan->once->world === '') {
                is_link($folder->live($own)) &&
                    throw Refusal::conflict(
                        "{$own} is a link to another place, so nothing in it is put back from here. Nothing was changed.",
                    );
                $stands[$own] = OwnFiles::stand($folder->live($own));
                $this->kept->lay($instance, $lineUp->plan->once->worlds, $folder->next($own));

                continue;
            }
            $stands[$own] = $folder->carryOver(
                $own,
                $lineUp->plan->once->restore?->own ? $this->pointOf($instance, $lineUp->plan->once->restore->point) : null,
            );
            if ($isOfBackup) {
                $this->kept->lay($instance, $lineUp->plan->once->worlds, $folder->next($own), $lineUp->plan->once->world);
            }
        }
        foreach ($lineUp->plan->once->own as $path => $to) {
            if (is_string($to) && ! $this->store->has($to)) {
                throw Refusal::conflict("What is to be in {$path} is not in the store any more. Nothing was changed.");
            }
            $folder->changeOwn((string) $path, is_string($to) ? $this->store->path($to) : $to, $game->own);
        }
        $placed = $this->inventory->asPlaced($instance);
        $inTheWay = $this->inTheWay->of($instance, $files, $placement, $this->titles($instance, $lineUp));
        $laid = $this->laying->lay($instance, $files, $placement, $folder);
        $carrying = new Carrying($folder, $game->own);
        $carried = $carrying->over($placed, $lineUp->plan->once->out);
        $this->milestones->reached('built');
        $folder->write(
            Folder::PENDING,
            json_encode(
                [
                    'plan' => PlanDocument::write($lineUp->plan->applied()->lapsed($lineUp->resolved->versions())),
                    'rows' => $this->rows($lineUp, $files, $placement),
                    'files' => $laid,
                    'sentence' => $this->sentence($lineUp, $carried->displaced),
                    'pack' => $lineUp->plan->once->pack,
                    'task' => $task->id,
                    'backup' => $backup,
                    // What takes the place of the worlds on purpose leaves none of them missing.
                    'worlds' => $lineUp->plan->once->worlds !== 0 || $lineUp->plan->once->restore?->own === true,
                    'draft' => $draft->id,
                    'revision' => $draft->revision,
                ],
                JSON_THROW_ON_ERROR,
            ),
        );
        $folder->mark(new Mark($task->id, $carried->ours, $this->reasons($inTheWay, $lineUp->plan->once->out)));
        $this->milestones->reached('complete');

        // What cannot be written as rows is not swapped in; what is swapped in and not written yet is written by recover().
        DB::transaction(function () use ($instance, $folder, $stands, $carrying, $carried, $placed): void {
            $this->write($instance, $this->pending($folder->next(Folder::PENDING)));
            $folder->stepAside();
            $this->milestones->reached('aside');
            $isSame = $folder->isAsideUnchanged($stands);
            if (! $isSame || $carrying->stand($folder->before(), $placed) !== $carried->stand) {
                $folder->stepBack();
                $where = $isSame ? 'folder' : 'worlds or configs';
                throw Refusal::conflict(
                    "Something has written into the {$where} while the draft was being applied. End it and apply again; nothing was ".
                        'changed.',
                );
            }
            $folder->stepIn();
            $this->milestones->reached('swapped');
        });
        unlink($folder->live(Folder::PENDING));
        $this->milestones->reached('applied');
        $folder->clear($game->own);
        flock($lock, LOCK_UN);
    }

    /**
     * Nothing is applied while somebody works in the folder, which is mostly the game: what it writes into its worlds would
     * be lost.
     *
     * @throws Halted when a person will not wait
     * @throws Refusal when it does not end
     */
    private function waitForGame(Folder $folder, Task $task): void
    {
        for (
            $end = microtime(true) + (float) config('stasimon.wait_for_game');
            ($using = Processes::using($folder->live())) !== [];
            usleep(250_000)
        ) {
            $who =
                implode(', ', array_unique(array_slice($using, 0, 3))).
                ' (process '.
                implode(', ', array_slice(array_keys($using), 0, 3)).
                ')';
            $task->advance("waiting until {$who} has left the instance's folder", 0, 0);
            $this->goesOn($task);
            if (microtime(true) >= $end) {
                throw Refusal::conflict(
                    "{$who} is still working in the instance's folder, and what it writes would be lost. End it and apply again; nothing ".
                        'was changed.',
                );
            }
        }
    }

    /** @throws Halted when a person has paused or cancelled it */
    private function goesOn(Task $task): void
    {
        if ($task->newQuery()->whereKey($task->id)->value('state') !== TaskState::Running) {
            throw new Halted();
        }
    }

    /**
     * Finishes or clears what a killed apply left; harmless when there is nothing, and while another is at work. An instance
     * for which that cannot be done is set aside, with a sentence, until it can.
     *
     * @return string|null the sentence
     */
    public function recover(Instance $instance): ?string
    {
        $lock = (new Folder($instance))->lock();
        if ($lock === null) {
            return $instance->problem;
        }
        try {
            $this->finish($instance);
            $problem = null;
        } catch (Throwable $failure) {
            report($failure);
            $problem = 'What an apply had begun could neither be finished nor taken back. '.Meaning::of($failure);
        } finally {
            flock($lock, LOCK_UN);
        }
        if ($problem !== $instance->problem) {
            DB::table('instances')
                ->where('id', $instance->id)
                ->update(['problem' => $problem]);
        }

        return $problem;
    }

    private function finish(Instance $instance): void
    {
        $folder = new Folder($instance);
        $folder->recover();
        if (is_file($folder->live(Folder::PENDING))) {
            $this->markApplied($instance, $folder);
        }
        $folder->clear($this->games->get($instance->plan->base->game)->own);
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
            $isMerged = $hasFile && Merging::isMerged($selected, $lineUp);
            $place = $file === null || $isMerged ? null : $placement->placeOf($selected->package->kind, $file->name);
            $rows[] = [
                'package_id' => $id,
                'name' => $selected->package->title(),
                'kind' => $selected->package->kind->value,
                'version' => $selected->release->version,
                'side' => $lineUp->catalogue->sideOf($id),
                'because' => LineUp::because($selected),
                'path' => $isMerged
                    ? Merging::formOf($lineUp)?->archive
                    : ($place === null
                        ? null
                        : ($place->unpack
                            ? $place->folder
                            : $paths[$id] ?? $place->folder)),
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

    /** @return array<string, mixed> what an apply is about to make true, as it was left beside the files */
    private function pending(string $file): array
    {
        return json_decode((string) file_get_contents($file), true, flags: JSON_THROW_ON_ERROR);
    }

    private function markApplied(Instance $instance, Folder $folder): void
    {
        DB::transaction(fn () => $this->write($instance, $this->pending($folder->live(Folder::PENDING))), 3);
        unlink($folder->live(Folder::PENDING));
    }

    /** @param  array<string, mixed>  $pending */
    private function write(Instance $instance, array $pending): void
    {
        $instance = Instance::query()->lockForUpdate()->findOrFail($instance->id);
        if ($instance->history()->where('before->task', $pending['task'])->exists()) {
            return;
        }
        $instance->history()->create([
            'sentence' => $pending['sentence'],
            'before' => [
                'plan' => PlanDocument::write($instance->plan),
                'versions' => $instance->versions(),
                'task' => $pending['task'],
                'backup' => $pending['backup'] ?? null,
                'merged' => $this->mergedArchives->now($instance),
                'placed' => $instance->placed->map(fn (PlacedRelease $placed): array => $placed->remembered())->all(),
            ],
            'created_at' => now(),
        ]);
        $instance->placed()->delete();
        PlacedRelease::query()->insert(
            array_map(
                fn (array $row): array => ['instance_id' => $instance->id, 'because' => json_encode($row['because'])] + $row,
                $pending['rows'],
            ),
        );
        DB::table('placed_files')->where('instance_id', $instance->id)->delete();
        foreach (array_chunk($pending['files'], 1000) as $files) {
            DB::table('placed_files')->insert(
                array_map(fn (array $row): array => ['instance_id' => $instance->id, 'over' => json_encode($row['over'])] + $row, $files),
            );
        }
        ($pending['worlds'] ?? false) && DB::table('seen_worlds')->where('instance_id', $instance->id)->delete();
        // A pack that was taken away meanwhile is none.
        $pack = ($pending['pack'] ?? '') === '' ? null : PackRelease::query()->whereKey($pending['pack'])->value('id');
        $instance->update(
            ['plan' => PlanDocument::read($pending['plan']), 'applied_at' => now(), 'applies' => $instance->applies + 1] +
                ($pack === null ? [] : ['pack_id' => $pack]),
        );
        $instance->draft()->where('id', $pending['draft'])->where('revision', $pending['revision'])->delete();
    }

    /** @return array<string, string> package => what it is called, of what is there and of what comes */
    private function titles(Instance $instance, LineUp $lineUp): array
    {
        $titles = $instance->placed->pluck('name', 'package_id')->all();
        foreach ($lineUp->resolved->selection ?? [] as $selected) {
            $titles[$selected->package->id] = $selected->package->title();
        }

        return $titles;
    }

    /**
     * @param  list<Displaced>  $inTheWay
     * @param  array<string, string>  $out  paths as text that a person takes out
     * @return array<string, string> path as text => why it has to make room
     */
    private function reasons(array $inTheWay, array $out): array
    {
        $reasons = array_fill_keys($out, 'You took it out.');
        foreach ($inTheWay as $one) {
            $reasons[mb_scrub($one->path)] = $one->why;
        }

        return $reasons;
    }

    /** @param  list<string>  $displaced */
    private function sentence(LineUp $lineUp, array $displaced): string
    {
        $changes = $lineUp->changes();
        $name = fn (string $id): string => $lineUp->catalogue->package($id)?->title() ?? $id;
        $list = function (array $names): string {
            sort($names, SORT_NATURAL | SORT_FLAG_CASE);

            return implode(', ', array_slice($names, 0, self::NAMED)).
                (count($names) > self::NAMED ? ' and '.(count($names) - self::NAMED).' more' : '').
                '.';
        };
        $add = array_values(array_diff($changes->add, [$lineUp->plan->base->game, $lineUp->plan->base->runtime]));
        $parts = array_filter([
            $lineUp->plan->once->restore?->point === Restore::ELSEWHERE ? 'Kept to the releases of a line-up from elsewhere.' : '',
            $lineUp->plan->once->restore !== null && $lineUp->plan->once->restore->point !== Restore::ELSEWHERE
                ? 'Went back to an earlier line-up'.($lineUp->plan->once->restore->own ? ', with its configs and worlds.' : '.')
                : '',
            $add === [] ? '' : 'Added '.$list(array_map($name, $add)),
            $changes->change === []
                ? ''
                : 'Changed '.
                    $list(
                        array_map(fn (Change $change): string => "{$name($change->id)} {$change->from} to {$change->to}", $changes->change),
                    ),
            $changes->remove === [] ? '' : 'Removed '.$list(array_map($name, $changes->remove)),
            $lineUp->plan->once->putBack ? 'Put every file back.' : '',
            $lineUp->plan->once->worlds === 0
                ? ''
                : ($lineUp->plan->once->world === ''
                    ? 'Put worlds back as they were.'
                    : "Put the world {$lineUp->plan->once->world} back as it was."),
            $lineUp->plan->once->own === []
                ? ''
                : 'Changed, set aside or put back '.$list(array_map(strval(...), array_keys($lineUp->plan->once->own))),
            $displaced === [] ? '' : 'Put into the bin '.$list(array_map(mb_scrub(...), $displaced)),
        ]);

        return $parts === [] ? 'Changed the base or what is allowed; the line-up stayed.' : implode(' ', $parts);
    }
}
