<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Instances\Looking;
use App\Models\Instance;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldBeUnique;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;

/** Looks over every instance, so that the register need not. */
final class LookOver implements ShouldBeUnique, ShouldQueue
{
    use Dispatchable;
    use Queueable;

    public int $tries = 1;

    public int $timeout = 1800;

    public int $uniqueFor = 600;

    public function handle(Looking $looking): void
    {
        foreach (Instance::query()->orderBy('looked_at')->pluck('id') as $id) {
            $instance = Instance::query()->with(['placed', 'draft', 'lastRehearsal'])->find($id);
            if ($instance !== null) {
                $looking->over($instance);
                Instance::query()->whereKey($id)->toBase()->update(['looked_at' => now()]);
            }
        }
    }
}
