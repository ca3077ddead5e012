<?php

declare(strict_types=1);

namespace App\Console;

use App\Instances\Applying;
use App\Jobs\ReadDroppedLog;
use App\Models\CulpritSearch;
use App\Models\DroppedLog;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Models\Task;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;

/** Finishes or clears whatever a stopped worker left half done. Run before any worker starts. */
final class Recover extends Command
{
    protected $signature = 'stasimon:recover';

    protected $description = 'Finish or clear what a stopped worker left half done';

    public function handle(Applying $applying): int
    {
        Instance::query()->each(fn (Instance $instance) => $applying->recover($instance));
        $interrupted = Task::query()->where('state', 'running')->get();
        foreach ($interrupted as $task) {
            $task->fail('It was interrupted. Nothing is half done: the instance is as it was before, or as it was meant to be.');
        }
        CulpritSearch::query()->whereIn('state', ['waiting', 'running'])->update(['state' => 'stopped']);
        Rehearsal::query()->where('state', 'running')->update(['state' => 'stopped']);

        DB::table('jobs')->whereNotNull('reserved_at')->delete();
        DroppedLog::query()->where('state', 'waiting')->each(fn (DroppedLog $log) => ReadDroppedLog::dispatch($log->id));

        return self::SUCCESS;
    }
}
