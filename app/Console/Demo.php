<?php

declare(strict_types=1);

namespace App\Console;

use App\Depots\DepotCatalogue;
use App\Depots\DepotFailure;
use App\Depots\Synchronising;
use App\Games;
use App\Instances\Applying;
use App\Instances\Bases;
use App\Instances\Drafting;
use App\Models\Depot;
use App\Models\Instance;
use App\Models\Task;
use App\Rehearsals\Rehearsing;
use Illuminate\Console\Command;
use Stasimon\Core\Base\Plan;

/** Loads the demo: the depots' catalogues and four instances. Does nothing where there are instances already. */
final class Demo extends Command
{
    protected $signature = 'stasimon:demo {--bare : only the depots, no instances}';

    protected $description = 'Load the demo depots and, unless --bare, the demo instances';

    public function handle(Synchronising $synchronising, Drafting $drafting, Applying $applying, Rehearsing $rehearsing, Games $games): int
    {
        foreach (array_values((array) config('stasimon.demo_depots')) as $place => $url) {
            $name = array_keys((array) config('stasimon.demo_depots'))[$place];
            $depot = Depot::query()->firstOrCreate(['slug' => strtolower($name)], ['name' => $name, 'url' => $url, 'moderated' => $place === 0, 'place' => $place]);
            if ($depot->paused) {
                continue;
            }
            $depot->update(['url' => $url]);
            $task = Task::query()->create(['kind' => 'sync', 'state' => 'running']);
            try {
                $synchronising->run($depot, $task);
                $task->finish();
            } catch (DepotFailure $failure) {
                $task->fail($failure->getMessage());
                $this->warn($failure->getMessage());
            }
        }
        if ($this->option('bare') || Instance::query()->exists()) {
            return self::SUCCESS;
        }
        foreach ($this->instances() as [$name, $base, $wants, $rehearse]) {
            $bases = new Bases($games->get('ferrywright'), new DepotCatalogue($games->get('ferrywright')));
            $plan = $bases->plan(...$base);
            $instance = Instance::query()->create(['name' => $name, 'plan' => $plan]);
            $drafting->step($instance, fn (Plan $plan): Plan => array_reduce($wants, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan));
            $task = $instance->tasks()->create(['kind' => 'apply', 'state' => 'running']);
            $applying->run($instance->fresh() ?? $instance, $task);
            $task->finish();
            if ($rehearse) {
                $rehearsing->run($instance->rehearsals()->create(['number' => 1, 'state' => 'waiting', 'plan' => ($instance->fresh() ?? $instance)->plan])->load('instance'));
            }
            $this->line("{$name}: ready");
        }

        return self::SUCCESS;
    }

    /** @return list<array{string, array{string, string, ?string, ?string, ?int}, list<string>, bool}> name, base, wants, whether to rehearse */
    private function instances(): array
    {
        return [
            ['Harbour Lights', ['3.2.1', 'halyard', null, null, null], ['fogbank', 'cargo-manifest', 'harbour-lamps', 'gulls', 'long-piers', 'tide-tables', 'weather-glass', 'timetables', 'bell-buoys', 'radar-sweep'], true],
            ['Signals at Noon', ['3.2.1', 'halyard', '0.16.4', '17', null], ['signal-flags', 'bell-buoys', 'tide-tables'], true],
            ['Quiet Harbour', ['3.3.2', 'capstan', null, '17', null], ['rope-and-tar', 'great-cranes', 'long-piers', 'weather-glass', 'island-maker'], true],
            ['Old Engine', ['3.2.1', 'halyard', null, '8', 2048], ['gulls', 'weather-glass'], false],
        ];
    }
}
