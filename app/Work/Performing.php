<?php

declare(strict_types=1);

namespace App\Work;

use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Meaning;
use Throwable;

/** Does a task, and sees to it that it ends, whatever happens: with a sentence, and with nothing left half done. */
final readonly class Performing
{
    public function __construct(
        private Tasks $tasks,
        private Undertakings $undertakings,
        private Liveness $liveness,
        private Allowance $allowance,
    ) {
    }

    public function perform(string $id): void
    {
        $task = Task::query()->find($id);
        if ($task === null) {
            return;
        }
        $this->liveness->hold($task->id);
        try {
            if ($this->tasks->turn($task, TaskState::Running)) {
                $task->update(['worker' => Worker::own()]);
                $this->run($task);
            }
        } finally {
            $this->liveness->release($task->id);
        }
    }

    /** Ends a task that nobody is at any more. */
    public function breakOff(string $id, string $why): void
    {
        $task = Task::query()->find($id);
        if ($task !== null && ! $task->state->isOver()) {
            $this->end($task, $why);
            event(new Ended($task));
        }
    }

    private function run(Task $task): void
    {
        $this->allowance->forWork();
        try {
            $this->undertakings->of($task->kind)->run($task);
            $this->tasks->turn($task, TaskState::Done);
        } catch (Halted) {
            // The person who halted it has moved the task; what came so far is kept.
        } catch (Throwable $failure) {
            if (! Meaning::isKnown($failure)) {
                report($failure);
            }
            $this->end($task, Meaning::of($failure));
        }
        if ($task->kind->changesThings()) {
            $this->tasks->once(TaskKind::LookOver);
        }
        event(new Ended($task));
    }

    private function end(Task $task, string $why): void
    {
        try {
            $this->undertakings->of($task->kind)->abandon($task, $why);
        } catch (Throwable $failure) {
            report($failure);
        }
        $this->tasks->turn($task, TaskState::Failed, $why);
    }
}
