<?php

declare(strict_types=1);

namespace App\Rehearsals\Play;

use App\Models\Backup;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Models\Task;
use App\Refusal\Refusal;
use App\Work\TaskKind;
use App\Work\Tasks;
use App\Work\Undertaking;
use App\Worlds\Backups;

/** Gives the worlds of an instance back as they were before it was played. */
final readonly class PutBack implements Undertaking
{
    public function __construct(private Tasks $tasks, private Backups $backups)
    {
    }

    public function start(Rehearsal $play): void
    {
        if ($play->backup_id === null) {
            throw Refusal::conflict('There were no worlds before that, or they are not kept any more. Nothing was changed.');
        }
        $this->tasks->beginFor($play->instance, TaskKind::PutBack, fn (): array => ['backup' => $play->backup_id]);
    }

    /** Of a backup by itself. */
    public function of(Instance $instance, Backup $backup): void
    {
        $backup->instance_id === $instance->id || throw Refusal::notFound('That is no backup of this instance.');
        $this->tasks->beginFor($instance, TaskKind::PutBack, fn (): array => ['backup' => $backup->id]);
    }

    public function run(Task $task): void
    {
        $backup = Backup::query()->with('instance')->find((int) $task->about('backup')) ?? throw Refusal::notFound('That backup is not kept any more. Nothing was changed.');
        $task->advance('putting worlds back', 0, 0);
        $this->backups->putBack($backup->instance, $backup);
    }

    public function abandon(Task $task, string $why): void
    {
        // The worlds are exchanged by two renames; between them they were put away, and come back.
        $backup = Backup::query()->with('instance')->find((int) $task->about('backup'));
        $backup === null ? null : $this->backups->mend($backup->instance);
    }
}
