<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Models\Rehearsal;
use App\Models\Task;
use App\Rehearsals\Rehearsing;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Throwable;

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
        } catch (Throwable $failure) {
            // Whatever went wrong here, nobody waits for it without end.
            Rehearsal::query()->whereKey($rehearsal->id)->whereIn('state', ['waiting', 'running'])->update(['state' => 'failed', 'exit_code' => -1, 'milliseconds' => 0]);
            throw $failure;
        } finally {
            $task->finish();
            LookOver::dispatch();
        }
    }
}
