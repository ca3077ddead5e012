<?php

declare(strict_types=1);

namespace App\Telling;

use App\Imports\Import;
use App\Installs\Install;
use App\Installs\InstallState;
use App\Models\Instance;
use App\Models\LaunchState;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Models\WishList;
use App\Rehearsals\Culprits\CulpritSearch;

/** Tells how work ended that a person has begun, and what went wrong with what goes on by itself. */
final readonly class TellingEnds
{
    public function __construct(private Tellings $tellings)
    {
    }

    public function heed(Task $task): void
    {
        $task->refresh();
        $instance = $task->instance;
        if ($instance?->building !== null && in_array($task->kind, [TaskKind::Apply, TaskKind::Rehearsal], true)) {
            $this->built($instance, $task);
        } elseif ($task->state === TaskState::Failed) {
            $this->failed($task);
        } elseif ($task->state === TaskState::Done) {
            $said = $this->done($task);
            $said === null || $this->tellings->tell(Occurrence::Ended, "task {$task->id}", $task->instance_id, ...$said);
        }
    }

    /** One that is built until it launches is told of once it does, or once a person has to decide. */
    private function built(Instance $instance, Task $task): void
    {
        $building = $instance->building;
        if ($building === null || $building->isOpen()) {
            return;
        }
        $this->tellings->tell(
            Occurrence::Ended,
            "built {$task->id}",
            $instance->id,
            "{$instance->name}: ".lcfirst($building->words()),
            'Look at it',
            route('instances.show', $instance, false),
        );
    }

    private function failed(Task $task): void
    {
        $name = $task->instance->name ?? '';
        $what = $task->kind->words().($name === '' ? '' : " for {$name}");
        // What goes on by itself fails in the same way again and again: that is told once a day.
        $key = $task->kind === TaskKind::Sync || $task->kind === TaskKind::Tend
            ? "failed {$task->kind->value} {$task->about('depot')} ".now()->toDateString()
            : "task {$task->id}";
        $this->tellings->tell(
            Occurrence::Broke,
            $key,
            $task->instance_id,
            rtrim("{$what} did not come to its end. {$task->problem}"),
            'Look at it',
            match (true) {
                $task->kind === TaskKind::Sync, $task->kind === TaskKind::Tend => route('depots', absolute: false),
                $task->kind === TaskKind::Apply && $task->instance !== null => route('draft', $task->instance, false),
                $task->instance !== null => route('instances.show', $task->instance, false),
                default => route('work', absolute: false),
            },
        );
    }

    /** @return array{string, string, string}|null sentence, act and address; null for what nobody waits for */
    private function done(Task $task): ?array
    {
        $instance = $task->instance;

        return match ($task->kind) {
            TaskKind::Apply => $instance === null
                ? null
                : ["{$instance->name} is applied.", 'Rehearse it next', route('instances.show', $instance, false)],
            TaskKind::Rehearsal => $this->rehearsed($task),
            TaskKind::CulpritSearch => $this->searched($task),
            TaskKind::Import => $this->read($task),
            TaskKind::Install => $this->kept($task),
            TaskKind::Backup => $instance === null || $task->about('why') !== 'asked for'
                ? null
                : ["The worlds of {$instance->name} are kept.", 'Look at them', route('worlds', $instance, false)],
            TaskKind::Whole => $instance === null
                ? null
                : ["All of {$instance->name} is kept.", 'Look at it', route('about', $instance, false).'#whole'],
            TaskKind::Repair => $instance === null
                ? null
                : ["Every file of {$instance->name} was read.", 'See what was found', route('files', $instance, false)],
            TaskKind::Grid => $this->tried($task),
            TaskKind::Pack => ['A pack was fetched.', 'Look at it', route('packs', absolute: false)],
            default => null,
        };
    }

    /** @return array{string, string, string}|null */
    private function rehearsed(Task $task): ?array
    {
        $rehearsal = Rehearsal::query()->with('instance')->find((int) $task->about('rehearsal'));
        if ($rehearsal === null || ! in_array($rehearsal->state, [LaunchState::Clean, LaunchState::Failed], true)) {
            return null;
        }

        return [
            "{$rehearsal->instance->name}: rehearsal {$rehearsal->number} was {$rehearsal->inWords()}.",
            $rehearsal->state === LaunchState::Clean ? 'Look at it' : 'See why',
            route('rehearsals.show', [$rehearsal->instance, $rehearsal->number], false),
        ];
    }

    /** @return array{string, string, string}|null */
    private function searched(Task $task): ?array
    {
        $search = CulpritSearch::query()->with('instance')->find((int) $task->about('search'));

        return $search === null
            ? null
            : [
                "The search for a culprit in {$search->instance->name} is over.",
                'See what it found',
                route('culprits.show', [$search->instance, $search->id], false),
            ];
    }

    /** @return array{string, string, string}|null */
    private function read(Task $task): ?array
    {
        $import = Import::query()->find($task->about('import'));

        return $import === null
            ? null
            : ['The folder '.basename($import->source).' was read.', 'See what is in it', route('imports.show', $import, false)];
    }

    /** @return array{string, string, string}|null */
    private function kept(Task $task): ?array
    {
        $install = Install::query()->find((int) $task->about('install'));
        if ($install === null) {
            return null;
        }
        $said = $install->state === InstallState::Kept
            ? "The files of {$install->game} {$install->version} are kept."
            : "The files of {$install->game} could not be kept. {$install->problem}";

        return [$said, 'Look at them', route('games.show', $install->game, false).'#own-files'];
    }

    /** @return array{string, string, string}|null */
    private function tried(Task $task): ?array
    {
        $list = WishList::query()->with('instance')->find($task->about('list'));

        return $list === null || $list->instance !== null
            ? null
            : ["Every base was tried for {$list->name}.", 'See where they hold', route('wishes.show', $list, false)];
    }
}
