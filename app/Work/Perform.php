<?php

declare(strict_types=1);

namespace App\Work;

use App\Models\TaskKind;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Throwable;

/** The one job there is: a worker takes a task and does it. */
final class Perform implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public int $timeout;

    public bool $failOnTimeout = true;

    public function __construct(private readonly string $task, TaskKind $kind)
    {
        $this->timeout = $kind->longest();
    }

    public function handle(Performing $performing): void
    {
        $performing->perform($this->task);
    }

    /** What the worker says once it has given up the job: that it took too long, mostly. */
    public function failed(?Throwable $failure): void
    {
        app(Performing::class)->breakOff($this->task, 'It took longer than it may, and was ended.');
    }
}
