<?php

declare(strict_types=1);

namespace App\Disk;

use App\Drafts\Outcomes;
use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;

/** Applies an instance's draft. */
final readonly class ApplyDraft implements Undertaking
{
    public function __construct(private Applying $applying, private Outcomes $outcomes, private Tasks $tasks)
    {
    }

    /** @throws Refusal when there is nothing to apply, or the instance is busy */
    public function start(Instance $instance, ?int $seen = null): Task
    {
        $draft = $instance->draft ?? throw Refusal::conflict('There is no draft to apply.');
        if ($seen !== null && $seen !== $draft->revision) {
            throw Refusal::conflict('The draft was changed in another tab meanwhile. Nothing was applied; look at it again.');
        }
        if ($this->outcomes->outcome($instance)->versions === null) {
            throw Refusal::conflict('The draft has no line-up yet, so it cannot be applied.');
        }

        return $this->tasks->beginFor($instance, TaskKind::Apply, fn (): array => []);
    }

    public function run(Task $task): void
    {
        if ($task->instance !== null) {
            $this->applying->run($task->instance, $task);
        }
    }

    public function abandon(Task $task, string $why): void
    {
        if ($task->instance !== null) {
            $this->applying->recover($task->instance);
        }
    }

    /** @throws Refusal when there is nothing to pause */
    public function pause(Instance $instance): void
    {
        $this->turn($instance, TaskState::Paused, 'Nothing is being applied, so there is nothing to pause.');
    }

    /** @throws Refusal when nothing is paused */
    public function goOn(Instance $instance): void
    {
        $this->turn($instance, TaskState::Waiting, 'Nothing is paused.');
    }

    /** @throws Refusal when there is nothing to cancel */
    public function cancel(Instance $instance): void
    {
        $this->turn($instance, TaskState::Cancelled, 'Nothing is being applied, so there is nothing to cancel.');
    }

    private function turn(Instance $instance, TaskState $to, string $else): void
    {
        $task = $this->last($instance);
        if ($task === null || ! $this->tasks->turn($task, $to)) {
            throw Refusal::conflict($else);
        }
    }

    public function last(Instance $instance): ?Task
    {
        return $instance->tasks()->where('kind', TaskKind::Apply)->latest('id')->first();
    }
}
