<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;

/** Keeps the worlds of an instance when a person asks for it, or when it is time. */
final readonly class MakeBackup implements Undertaking
{
    public function __construct(private Tasks $tasks, private Backups $backups)
    {
    }

    /** @param  string  $why  "asked for", or what else it is made for */
    public function start(Instance $instance, string $why = 'asked for'): void
    {
        $this->tasks->beginFor($instance, TaskKind::Backup, fn (): array => ['why' => $why]);
    }

    public function run(Task $task): void
    {
        $instance = Instance::query()->findOrFail((string) $task->instance_id);
        $task->advance('keeping worlds', 0, 0);
        $why = $task->about('why');
        $isAsked = $why === 'asked for';
        $made = $this->backups->make($instance, $why, unlessSame: ! $isAsked);
        if ($made === null && $isAsked) {
            throw Refusal::conflict("{$instance->name} has no worlds yet, so there was nothing to keep.");
        }
    }

    /** What was kept in part is in the store, and of no backup. */
    public function abandon(Task $task, string $why): void
    {
    }
}
