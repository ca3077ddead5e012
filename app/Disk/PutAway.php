<?php

declare(strict_types=1);

namespace App\Disk;

use App\Models\Instance;
use App\Refusal\Refusal;
use App\Work\Tasks;
use Illuminate\Support\Facades\DB;

/** Puts instances out of the way, with folder, worlds and configs as they are, and brings them back. */
final readonly class PutAway
{
    public function __construct(private Tasks $tasks)
    {
    }

    /** @throws Refusal while something is at work in it */
    public function away(Instance $instance): void
    {
        DB::transaction(function () use ($instance): void {
            $locked =
                Instance::query()->lockForUpdate()->find($instance->id) ??
                throw Refusal::notFound("{$instance->name} is not here any more.");
            if ($this->tasks->openOf($locked) !== null) {
                throw Refusal::conflict(
                    'Something is still running for this instance. Wait until it is done, or stop it, before you put it away.',
                );
            }
            Tasks::refuseWhilePlayed($locked);
            $locked->update(['put_away_at' => now()]);
        }, 3);
    }

    public function back(Instance $instance): void
    {
        $instance->update(['put_away_at' => null]);
    }
}
