<?php

declare(strict_types=1);

namespace App\Work;

use App\Models\Task;
use Throwable;

/** Long work of one kind. It can be run twice without harm. */
interface Undertaking
{
    /**
     * Does the work; when it returns, the task is done.
     *
     * @throws Halted when a person pauses or cancels it
     * @throws Throwable when it cannot be done; then {@see abandon()} follows
     */
    public function run(Task $task): void;

    /** Sets right what the work left half done, whatever ended it: a failure, a time limit, a worker that was killed. */
    public function abandon(Task $task, string $why): void;
}
