<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Depot;
use App\Models\Task;
use App\Models\TaskKind;
use App\Work\Tasks;
use App\Work\Undertaking;

/** Reads what is new on a depot. */
final readonly class ReadDepot implements Undertaking
{
    public function __construct(private Synchronising $synchronising, private Tasks $tasks)
    {
    }

    public function start(Depot $depot): Task
    {
        return $this->tasks->begin(TaskKind::Sync, "reading {$depot->name}", ['depot' => $depot->id]);
    }

    public function run(Task $task): void
    {
        $depot = Depot::query()->find((int) $task->about('depot'));
        if ($depot !== null && ! $depot->paused) {
            $this->synchronising->run($depot, $task);
        }
    }

    /** Each portion was kept whole with the sequence that it reaches, so there is nothing to set right. */
    public function abandon(Task $task, string $why): void
    {
        Depot::query()->whereKey((int) $task->about('depot'))->update(['problem' => $why]);
    }
}
