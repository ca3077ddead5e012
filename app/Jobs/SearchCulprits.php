<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\CulpritSearch;
use App\Models\Task;
use App\Rehearsals\Searching;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

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
        } finally {
            $task->finish();
            LookOver::dispatch();
        }
    }
}
