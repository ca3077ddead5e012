<?php

declare(strict_types=1);

namespace App\Disk;

use App\Models\Instance;
use App\Models\Task;
use App\Models\TaskKind;
use App\Refusal\Refusal;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;

/** Removes an instance at once, and its folder, which may hold very much, as work. */
final readonly class RemoveInstance implements Undertaking
{
    public function __construct(private Tasks $tasks)
    {
    }

    /** @throws Refusal while something is at work in it */
    public function start(Instance $instance): void
    {
        DB::transaction(function () use ($instance): void {
            $locked = Instance::query()->lockForUpdate()->find($instance->id);
            if ($locked !== null && $this->tasks->openOf($locked) !== null) {
                throw Refusal::conflict(
                    'Something is still running for this instance. Wait until it is done, or stop it, before you remove it.',
                );
            }
            $locked === null ? null : Tasks::refuseWhilePlayed($locked);
            $locked?->delete();
            // Named before it is moved away: whenever this is broken off, the next start finds a folder that belongs to nobody.
            $this->tasks->begin(TaskKind::Removal, "deleting the files of {$instance->name}");
        }, 3);
        (new Folder($instance))->throwAway();
    }

    /** Deletes every folder that was thrown away, and that belongs to no instance. */
    public function run(Task $task): void
    {
        Rubbish::empty();
    }

    /** Whatever is left is deleted with the next that goes. */
    public function abandon(Task $task, string $why): void
    {
    }
}
