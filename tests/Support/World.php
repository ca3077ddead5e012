<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Depots\DepotCatalogue;
use App\Depots\Synchronising;
use App\Games;
use App\Instances\Applying;
use App\Instances\Bases;
use App\Instances\Drafting;
use App\Models\Depot;
use App\Models\Instance;
use App\Models\Task;
use Stasimon\Core\Base\Plan;

/** The demo depot and instances in it, made the way the application makes them. */
final class World
{
    /** The depot stand-in that bin/test started, its catalogue read. */
    public static function depot(): Depot
    {
        return self::read('Slipway', 0);
    }

    /** The other one. */
    public static function secondDepot(): Depot
    {
        return self::read('Tidepool', 1);
    }

    private static function read(string $name, int $place): Depot
    {
        $depot = Depot::query()->firstOrCreate(['slug' => strtolower($name)], ['name' => $name, 'url' => config("stasimon.demo_depots.{$name}"), 'moderated' => $place === 0, 'place' => $place]);
        app(Synchronising::class)->run($depot, self::task());

        return $depot;
    }

    public static function task(?Instance $instance = null, string $kind = 'apply'): Task
    {
        return Task::query()->create(['kind' => $kind, 'state' => 'running', 'instance_id' => $instance?->id]);
    }

    /** @param  list<string>  $wants */
    public static function instance(array $wants, string $version = '3.2.1', string $loader = 'halyard', ?string $build = null, ?string $runtime = null): Instance
    {
        $game = app(Games::class)->get('ferrywright');
        $plan = (new Bases($game, new DepotCatalogue($game)))->plan($version, $loader, $build, $runtime, null);
        $instance = Instance::query()->create(['name' => 'Harbour Lights', 'plan' => $plan]);
        app(Drafting::class)->step($instance, fn (Plan $plan): Plan => array_reduce($wants, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan));

        return $instance->refresh();
    }

    /** @param  list<string>  $wants */
    public static function applied(array $wants, string $version = '3.2.1', string $loader = 'halyard', ?string $build = null, ?string $runtime = null): Instance
    {
        $instance = self::instance($wants, $version, $loader, $build, $runtime);
        app(Applying::class)->run($instance, $task = self::task($instance));
        $task->finish();

        return Instance::query()->findOrFail($instance->id);
    }

    /** @return array<string, string> path below a folder => digest of its content */
    public static function tree(string $folder): array
    {
        $tree = [];
        foreach (is_dir($folder) ? new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS)) : [] as $file) {
            $tree[substr((string) $file, strlen($folder) + 1)] = (string) hash_file('sha256', (string) $file);
        }
        ksort($tree);

        return $tree;
    }
}
