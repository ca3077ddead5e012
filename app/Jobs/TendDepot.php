<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Depots\Merging;
use App\Depots\Synchronising;
use App\Models\Depot;
use App\Models\Task;
use Illuminate\Bus\Queueable;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Foundation\Bus\Dispatchable;
use Illuminate\Support\Facades\DB;

/** Takes what a depot says out of the catalogue, with or without the depot; or puts packages together anew in another order of the depots. */
final class TendDepot implements ShouldQueue
{
    use Dispatchable;
    use Queueable;

    private const PORTION = 500;

    public int $tries = 1;

    public int $timeout = 1800;

    /** @param  'forget'|'remove'|'order'  $what */
    public function __construct(private readonly int $depot, private readonly string $task, private readonly string $what)
    {
    }

    public function handle(Synchronising $synchronising, Merging $merging): void
    {
        $task = Task::query()->find($this->task);
        $depot = Depot::query()->find($this->depot);
        if ($task === null || $depot === null) {
            return;
        }
        $task->update(['state' => 'running']);
        if ($this->what === 'order') {
            $ids = DB::table('sources')->groupBy('package_id')->havingRaw('count(*) > 1')->pluck('package_id')->all();
            foreach (array_chunk($ids, self::PORTION) as $i => $portion) {
                DB::transaction(fn () => $merging->rebuild(array_map(strval(...), $portion)));
                $task->advance('putting packages together', $i * self::PORTION, count($ids));
            }
        } else {
            $synchronising->forget($depot);
            $this->what === 'remove' && $depot->delete();
        }
        $task->finish();
        LookOver::dispatch();
    }
}
