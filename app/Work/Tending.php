<?php

declare(strict_types=1);

namespace App\Work;

use App\Models\Task;
use App\Models\TaskState;
use Illuminate\Support\Facades\DB;

/** Finds work whose worker is gone: it is ended with a sentence, or, where it had not begun, handed out again. */
final readonly class Tending
{
    /** Seconds in which a worker that has taken a job has surely begun it. */
    private const BEGUN = 5;

    /** How often work that never began is handed out again. */
    private const TURNS = 5;

    public function __construct(private Tasks $tasks, private Performing $performing, private Liveness $liveness)
    {
    }

    /** @return list<string> what was found and set right, as sentences */
    public function look(): array
    {
        $said = [];
        $running = Task::query()->where('state', TaskState::Running)->pluck('id')->map(strval(...))->values()->all();
        foreach ($running === [] ? [] : $this->liveness->lost(array_values($running)) as $id) {
            $this->performing->breakOff(
                $id,
                'The worker that was at it ended before it was through. Nothing is half done; it can be begun again.',
            );
            $said[] = Task::query()->find($id)?->kind->words().' was broken off: its worker was gone.';
        }
        foreach (
            Task::query()->where('state', TaskState::Waiting)->where('updated_at', '<', now()->subSeconds(self::BEGUN))->get() as $task
        ) {
            if ($this->isTaken($task)) {
                continue;
            }
            if ($task->turns >= self::TURNS) {
                $this->performing->breakOff(
                    $task->id,
                    'No worker could begin it, '.self::TURNS.' times in a row. It can be begun again.',
                );
            } else {
                $task->update(['turns' => $task->turns + 1]);
                $this->tasks->queue($task);
            }
            $said[] =
                $task->kind->words().
                ' had lost its place in the queue'.
                ($task->turns > self::TURNS ? ' and was ended.' : ' and has it again.');
        }

        return $said;
    }

    /** Whether a job for a task waits for a worker, or one is just beginning it. Jobs of workers that are gone are cleared away. */
    private function isTaken(Task $task): bool
    {
        $jobs = DB::table('jobs')->where('payload', 'like', '%'.$task->id.'%');
        if (config('queue.default') !== 'database' || $this->liveness->lost([$task->id]) === []) {
            return true;
        }
        if (
            (clone $jobs)
                ->where(
                    fn ($query) => $query->whereNull('reserved_at')->orWhere('reserved_at', '>', now()->subSeconds(self::BEGUN)->timestamp),
                )
                ->exists()
        ) {
            return true;
        }
        $jobs->delete();

        return false;
    }
}
