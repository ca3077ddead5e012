<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Depots\DepotFailure;
use App\Instances\Applying;
use App\Instances\Refusal;
use App\Models\Instance;
use App\Models\Task;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Stasimon\Core\Place\UnplaceableFile;
use Throwable;

final class ApplyDraft implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public int $timeout = 1800;

    public function __construct(private readonly string $instance, private readonly string $task)
    {
    }

    public function handle(Applying $applying): void
    {
        $task = Task::query()->find($this->task);
        $instance = Instance::query()->find($this->instance);
        if ($task === null || $instance === null || $task->isOver()) {
            return;
        }
        try {
            $applying->run($instance, $task);
            $task->finish();
        } catch (DepotFailure|Refusal|UnplaceableFile $failure) {
            $applying->recover($instance);
            $task->fail($failure->getMessage());
        } catch (Throwable $failure) {
            $applying->recover($instance);
            $task->fail('Something unexpected went wrong, and the instance is as it was. The log has the details.');
            throw $failure;
        }
    }
}
