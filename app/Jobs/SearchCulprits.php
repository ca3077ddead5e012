<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\CulpritSearch;
use App\Models\Task;
use App\Rehearsals\Searching;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Throwable;

final class SearchCulprits implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public int $timeout = 7200;

    public function __construct(private readonly int $search, private readonly string $task)
    {
    }

    public function handle(Searching $searching): void
    {
        $task = Task::query()->find($this->task);
        $search = CulpritSearch::query()->with('instance.placed')->find($this->search);
        if ($task === null || $search === null || $search->state !== 'waiting') {
            $task?->finish();

            return;
        }
        $task->update(['state' => 'running']);
        try {
            $searching->run($search, $task);
        } catch (Throwable $failure) {
            // What was learned is kept, and the search can be gone on with.
            CulpritSearch::query()->whereKey($search->id)->where('state', 'running')->update(['state' => 'stopped']);
            throw $failure;
        } finally {
            $task->finish();
            LookOver::dispatch();
        }
    }
}
