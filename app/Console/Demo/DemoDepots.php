<?php

declare(strict_types=1);

namespace App\Console\Demo;

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Sync\Synchronising;
use App\Models\Task;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Work\Tasks;

/** The demo's depots, and what they have. */
final readonly class DemoDepots
{
    public function __construct(private Synchronising $synchronising, private Tasks $tasks)
    {
    }

    /** @return list<string> what went wrong */
    public function fill(): array
    {
        $problems = [];
        foreach (array_values((array) config('stasimon.demo_depots')) as $place => $url) {
            $name = array_keys((array) config('stasimon.demo_depots'))[$place];
            $depot = Depot::query()->firstOrCreate(
                ['slug' => strtolower($name)],
                ['name' => $name, 'url' => $url, 'moderated' => $place === 0, 'place' => $place],
            );
            if ($depot->paused) {
                continue;
            }
            $depot->update(['url' => $url]);
            $task = Task::query()->create(['kind' => TaskKind::Sync, 'state' => TaskState::Running]);
            try {
                $this->synchronising->run($depot, $task);
                $this->tasks->turn($task, TaskState::Done);
            } catch (DepotFailure $failure) {
                $this->tasks->turn($task, TaskState::Failed, $failure->getMessage());
                $problems[] = $failure->getMessage();
            }
        }

        return $problems;
    }
}
