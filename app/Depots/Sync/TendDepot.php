<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Depot;
use App\Models\Task;
use App\Models\TaskKind;
use App\Work\Tasks;
use App\Work\Undertaking;
use Illuminate\Support\Facades\DB;

/**
 * Takes what a depot says out of the catalogue, with or without the depot; or puts packages together anew in another order of the depots.
 */
final readonly class TendDepot implements Undertaking
{
    private const PORTION = 500;

    public function __construct(private Synchronising $synchronising, private SourceMerging $merging, private Tasks $tasks)
    {
    }

    public function start(Depot $depot, DepotTending $what): Task
    {
        $words = $what === DepotTending::Order ? 'putting packages together' : "taking out {$depot->name}";

        return $this->tasks->begin(TaskKind::Tend, $words, [
            'depot' => $depot->id,
            'what' => $what->value,
        ]);
    }

    public function run(Task $task): void
    {
        $depot = Depot::query()->find((int) $task->about('depot'));
        $what = DepotTending::from($task->about('what'));
        if ($depot === null) {
            return;
        }
        if ($what === DepotTending::Order) {
            $this->order($task);

            return;
        }
        // Gone on with meanwhile: then it stays.
        if ($what === DepotTending::Forget && ! $depot->paused) {
            return;
        }
        $this->synchronising->forget($depot);
        if ($what === DepotTending::Remove) {
            $depot->delete();
        }
    }

    private function order(Task $task): void
    {
        $ids = DB::table('sources')->groupBy('package_id')->havingRaw('count(*) > 1')->pluck('package_id')->all();
        foreach (array_chunk($ids, self::PORTION) as $i => $portion) {
            DB::transaction(fn () => $this->merging->rebuild(array_map(strval(...), $portion)));
            $task->advance('putting packages together', $i * self::PORTION, count($ids));
        }
    }

    /** What was done was done whole; the rest is done when it is begun again. */
    public function abandon(Task $task, string $why): void
    {
        Depot::query()
            ->whereKey((int) $task->about('depot'))
            ->update(['problem' => $why]);
    }
}
