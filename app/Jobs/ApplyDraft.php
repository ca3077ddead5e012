<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Depots\DepotFailure;
use App\Instances\Applying;
use App\Instances\Halted;
use App\Instances\Refusal;
use App\Models\Instance;
use App\Models\Task;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Stasimon\Core\Place\UnplaceableFile;
use Stasimon\Core\Place\UnsafeArchive;
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
        // Paused or cancelled while it waited for a worker.
        if ($task === null || $instance === null || Task::query()->whereKey($task->id)->where('state', 'waiting')->update(['state' => 'running']) === 0) {
            return;
        }
        $task->refresh();
        try {
            $applying->run($instance, $task);
            $task->finish();
            LookOver::dispatch();
        } catch (Halted) {
            // The page says by whom and how to go on; what came is kept.
        } catch (DepotFailure|Refusal|UnplaceableFile|UnsafeArchive $failure) {
            $applying->recover($instance);
            $task->fail($failure->getMessage());
        } catch (Throwable $failure) {
            $applying->recover($instance);
            $task->fail('Something unexpected went wrong, and the instance is as it was. The log has the details.');
            throw $failure;
        }
    }
}
