<?php

declare(strict_types=1);

namespace App\View;

use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Refusal\Refusal;
use App\Work\Liveness;
use App\Work\Performing;
use App\Work\Tasks;
use App\Work\Worker;
use Carbon\CarbonInterface;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** What the page of running work says: who works, at what, what waits, and what went wrong lately. */
final class WorkPage
{
    /** Seconds after which work that waits though a worker is free counts as stuck. */
    private const STUCK = 30;

    /** Seconds in which the database has surely seen that a killed worker is gone. */
    private const GONE = 3;

    /** @var Collection<int, Task>|null */
    private ?Collection $open = null;

    /** @var list<string>|null ids of running tasks that nobody is at */
    private ?array $lost = null;

    public function __construct(private readonly Liveness $liveness, private readonly Performing $performing)
    {
    }

    /** Processes that take work, by their sessions in the database. */
    public function workers(): int
    {
        return (int) DB::scalar(
            "select count(*) from pg_stat_activity where datname = current_database() and application_name = 'stasimon worker'",
        );
    }

    /** @return Collection<int, Task> what runs, then what is paused, then what waits, the oldest first */
    public function open(): Collection
    {
        return $this->open ??= Task::query()
            ->with('instance:id,name')
            ->whereIn('state', TaskState::open())
            ->orderByRaw("array_position(array['running', 'paused', 'waiting'], state::text), id")
            ->limit(200)
            ->get();
    }

    /** @return Collection<int, Task> what is over, the latest first; of what nobody asked for only what could not be done */
    public function lately(): Collection
    {
        $shown = array_values(array_filter(TaskKind::cases(), fn (TaskKind $kind): bool => $kind->isShown()));

        return Task::query()
            ->with('instance:id,name')
            ->where(
                fn ($any) => $any
                    ->where('state', TaskState::Failed)
                    ->orWhere(fn ($over) => $over->whereIn('state', [TaskState::Done, TaskState::Cancelled])->whereIn('kind', $shown)),
            )
            ->orderByDesc('id')
            ->limit(20)
            ->get();
    }

    /** Of what is about no instance, what it is about. */
    public function name(Task $task): string
    {
        return $task->instance === null && $task->step !== '' ? ucfirst($task->step) : $task->kind->words();
    }

    /** How long it has been at it, or has waited. */
    public function since(Task $task): string
    {
        return ($task->begun_at ?? $task->created_at)->diffForHumans(syntax: CarbonInterface::DIFF_ABSOLUTE);
    }

    /** What is not as it should be with a piece of work; nothing when all is well. */
    public function trouble(Task $task): string
    {
        $isStuck = $task->state === TaskState::Waiting && $task->updated_at < now()->subSeconds(self::STUCK);

        $isLost = $task->state === TaskState::Running && in_array($task->id, $this->lost(), true);

        return match (true) {
            $isLost => 'Its worker is gone. It is ended within seconds.',
            $task->state === TaskState::Waiting && $this->workers() === 0 => 'No worker is there. bin/start brings them back when one '.
                'ends; if it is not running, start it.',
            $isStuck && $this->isIdle() => 'It waits though a worker is free. It is handed out again within seconds.',
            default => '',
        };
    }

    public function canEnd(Task $task): bool
    {
        return in_array($task->state, [TaskState::Waiting, TaskState::Running], true);
    }

    /**
     * Ends it, whatever its worker is at: that is killed, and another comes in its place. What a killed worker leaves is set right
     * as after any other kill.
     *
     * @throws Refusal where it is over, or its worker cannot be ended from here
     */
    public function end(Task $task, Tasks $tasks): void
    {
        if (in_array($task->id, $this->lost(), true) || $task->state === TaskState::Waiting) {
            $this->performing->breakOff($task->id, 'It was ended by hand.');

            return;
        }
        if ($task->state === TaskState::Running && Worker::kill((string) $task->worker)) {
            for ($end = microtime(true) + self::GONE; microtime(true) < $end && $this->liveness->lost([$task->id]) === [];) {
                usleep(20_000);
            }
            $this->performing->breakOff($task->id, 'It was ended by hand.');

            return;
        }
        throw Refusal::conflict(
            $task->isOver()
                ? 'That is over already.'
                : 'A worker is at it that cannot be ended from here. What it is about has a page of its own, on which it can be stopped.',
        );
    }

    private function isIdle(): bool
    {
        return $this->open()->filter(fn (Task $task): bool => $task->state === TaskState::Running)->count() < $this->workers();
    }

    /** @return list<string> */
    private function lost(): array
    {
        $running = $this->open()->filter(fn (Task $task): bool => $task->state === TaskState::Running)->pluck('id')->all();

        return $this->lost ??= $running === [] ? [] : $this->liveness->lost(array_values($running));
    }
}
