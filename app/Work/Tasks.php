<?php

declare(strict_types=1);

namespace App\Work;

use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use Closure;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/**
 * Begins long work and moves it from state to state. One instance does one thing at a time.
 *
 * @phpstan-import-type Subject from Task
 */
final readonly class Tasks
{
    /**
     * @param  Subject  $subject  what it is about, as its undertaking reads it
     */
    public function begin(TaskKind $kind, string $step, array $subject = []): Task
    {
        return $this->queue(Task::query()->create(['kind' => $kind, 'step' => mb_substr($step, 0, 250), 'subject' => $subject]));
    }

    /** The same, unless such work waits already. */
    public function once(TaskKind $kind, string $step = ''): void
    {
        if (! Task::query()->where('kind', $kind)->where('state', TaskState::Waiting)->exists()) {
            $this->begin($kind, $step === '' ? lcfirst($kind->words()) : $step);
        }
    }

    /**
     * @param  Closure(Instance): Subject  $prepare  makes what the work is about, and says it
     *
     * @throws Refusal when the instance is gone or busy
     */
    public function beginFor(Instance $instance, TaskKind $kind, Closure $prepare): Task
    {
        return DB::transaction(function () use ($instance, $kind, $prepare): Task {
            $locked =
                Instance::query()->lockForUpdate()->find($instance->id) ??
                throw Refusal::notFound("{$instance->name} is not here any more. It was removed, perhaps in another tab.");
            $busy = $this->openOf($locked);
            if ($busy !== null) {
                throw Refusal::conflict(
                    $busy->state === TaskState::Paused
                        ? 'An apply of this instance is paused. Go on with it, or cancel it, first.'
                        : $busy->kind->busy(),
                );
            }
            self::refuseWhilePlayed($locked);
            if ($locked->problem !== null) {
                throw Refusal::conflict("{$instance->name} is set aside. {$locked->problem}");
            }

            return $this->queue(
                $locked->tasks()->create(['kind' => $kind, 'step' => 'waiting for a worker', 'subject' => $prepare($locked)]),
            );
        }, 3);
    }

    /** @throws Refusal while a game runs in its folder */
    public static function refuseWhilePlayed(Instance $instance): void
    {
        if ($instance->played()->exists()) {
            throw Refusal::conflict("{$instance->name} is being played. End the game first; the draft can be changed meanwhile.");
        }
    }

    public function openOf(Instance $instance): ?Task
    {
        return $instance->tasks()->whereIn('state', TaskState::open())->latest('id')->first();
    }

    /** Whether the task could be moved: somebody else may have moved it meanwhile. */
    public function turn(Task $task, TaskState $to, string $problem = ''): bool
    {
        $from = array_values(array_filter(TaskState::cases(), fn (TaskState $state): bool => $state->canBecome($to)));
        $moved =
            Task::query()
                ->whereKey($task->id)
                ->whereIn('state', $from)
                ->update([
                    'state' => $to,
                    'problem' => $problem === '' ? null : mb_substr(mb_scrub($problem), 0, 1000),
                    'rate' => 0,
                    ...$to->isOver() ? ['ended_at' => now()] : [],
                    ...$to === TaskState::Running ? ['begun_at' => now()] : [],
                ]) > 0;
        $task->refresh();
        if ($moved && $to === TaskState::Waiting) {
            $this->queue($task);
        }

        return $moved;
    }

    /** Hands a task that waits to the workers. */
    public function queue(Task $task): Task
    {
        Perform::dispatch($task->id, $task->kind)->afterCommit();

        return $task;
    }

    public static function find(string $id): ?Task
    {
        return Task::query()->find($id);
    }

    public static function latestOpen(TaskKind $kind): ?Task
    {
        return Task::query()->where('kind', $kind)->whereIn('state', TaskState::open())->orderByDesc('id')->first();
    }

    /**
     * @param  array<string>  $instances
     * @return Collection<string, Task> what is paused, by instance
     */
    public static function paused(array $instances): Collection
    {
        return Task::query()->whereIn('instance_id', $instances)->where('state', TaskState::Paused)->get()->keyBy('instance_id');
    }

    /** @return Collection<int, Task> what is at work or waits, of the kinds that are shown, the oldest first */
    public static function shown(): Collection
    {
        $kinds = array_filter(TaskKind::cases(), fn (TaskKind $kind): bool => $kind->isShown());

        return Task::query()
            ->whereIn('state', [TaskState::Waiting, TaskState::Running])
            ->whereIn('kind', array_values($kinds))
            ->orderBy('created_at')
            ->limit(5)
            ->get();
    }
}
