<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Rehearsal;
use App\Models\Task;
use App\Rehearsals\Rehearsing;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

final class Rehearse implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public int $timeout = 1800;

    public function __construct(private readonly int $rehearsal, private readonly string $task)
    {
    }

    public function handle(Rehearsing $rehearsing): void
    {
        $task = Task::query()->find($this->task);
        $rehearsal = Rehearsal::query()->with('instance')->find($this->rehearsal);
        if ($task === null || $rehearsal === null || $rehearsal->isOver()) {
            return;
        }
        $task->update(['state' => 'running', 'step' => 'rehearsing']);
        try {
            $rehearsing->run($rehearsal);
        } finally {
            $task->finish();
            LookOver::dispatch();
        }
    }
}
