<?php

declare(strict_types=1);

namespace App\Work;

use App\Models\Task;

/** An event: a worker has done with a task, however that ended. */
final readonly class Ended
{
    public function __construct(public Task $task)
    {
    }
}
