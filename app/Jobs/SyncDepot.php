<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Depots\DepotFailure;
use App\Depots\Synchronising;
use App\Models\Depot;
use App\Models\Task;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

final class SyncDepot implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public int $timeout = 1800;

    public function __construct(private readonly int $depot, private readonly string $task)
    {
    }

    public function handle(Synchronising $synchronising): void
    {
        $task = Task::query()->find($this->task);
        $depot = Depot::query()->find($this->depot);
        if ($task === null || $depot === null) {
            return;
        }
        if ($depot->paused) {
            $task->finish();

            return;
        }
        $task->update(['state' => 'running']);
        try {
            $synchronising->run($depot, $task);
            $task->finish();
            LookOver::dispatch();
        } catch (DepotFailure $failure) {
            $task->fail($failure->getMessage());
        }
    }
}
