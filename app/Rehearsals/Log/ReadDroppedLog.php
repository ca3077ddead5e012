<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use App\Models\Task;
use App\Models\TaskKind;
use App\Work\Tasks;
use App\Work\Undertaking;

/** Reads a log that a person has handed over. */
final readonly class ReadDroppedLog implements Undertaking
{
    public function __construct(private DroppedLogs $logs, private Tasks $tasks)
    {
    }

    public function start(DroppedLog $log): Task
    {
        return $this->tasks->begin(TaskKind::Log, "reading {$log->name}", ['log' => $log->id]);
    }

    public function run(Task $task): void
    {
        $log = $this->of($task);
        if ($log?->state === LogState::Waiting) {
            $this->logs->read($log);
        }
    }

    public function abandon(Task $task, string $why): void
    {
        $log = $this->of($task);
        if ($log?->state === LogState::Waiting) {
            $log->update(['state' => LogState::Unreadable, 'problem' => "It could not be read to its end. {$why}"]);
        }
    }

    private function of(Task $task): ?DroppedLog
    {
        return DroppedLog::query()->with('instance')->find($task->about('log'));
    }
}
