<?php

declare(strict_types=1);

namespace Tests\Support;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Depot;
use App\Depots\ReleaseRow;
use App\Depots\Sync\Synchronising;
use App\Disk\Applying;
use App\Disk\GameArchives;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\Models\Side;
use App\Models\Task;
use App\Models\TaskState;
use App\Rehearsals\Rehearse;
use App\Store\Store;
use App\Work\Liveness;
use App\Work\Tasks;
use Stasimon\Core\Plan\Plan;
use Symfony\Component\Process\Process;

/** The demo depot and instances in it, made the way the application makes them. */
final class World
{
    /** The depot stand-in that bin/test started, its catalogue read. */
    public static function depot(): Depot
    {
        Remembered::depots(['slipway' => fn (): Depot => self::read('Slipway', 0)]);

        return Depot::query()->where('slug', 'slipway')->firstOrFail();
    }

    /** Both depot stand-ins. */
    public static function depots(): void
    {
        Remembered::depots([
            'slipway' => fn (): Depot => self::read('Slipway', 0),
            'tidepool' => fn (): Depot => self::read('Tidepool', 1),
        ]);
    }

    /** The other one, with its catalogue read here and now. */
    public static function secondDepot(): Depot
    {
        return self::read('Tidepool', 1);
    }

    private static function read(string $name, int $place): Depot
    {
        $depot = Depot::query()->firstOrCreate(
            ['slug' => strtolower($name)],
            ['name' => $name, 'url' => config("stasimon.demo_depots.{$name}"), 'moderated' => $place === 0, 'place' => $place],
        );
        app(Synchronising::class)->run($depot, $task = self::task(null, 'sync'));
        app(Tasks::class)->turn($task, TaskState::Done);

        return $depot;
    }

    public static function task(?Instance $instance = null, string $kind = 'apply'): Task
    {
        $task = Task::query()->create(['kind' => $kind, 'state' => 'running', 'instance_id' => $instance?->id]);
        app(Liveness::class)->hold($task->id);

        return $task;
    }

    /** @param  list<string>  $wants */
    public static function instance(
        array $wants,
        string $version = '3.2.1',
        string $loader = 'halyard',
        ?string $build = null,
        ?string $runtime = null,
    ): Instance {
        $game = app(Games::class)->get('ferrywright');
        $plan = (new Bases($game, new DepotCatalogue($game)))->plan($version, $loader, $build, $runtime, null);
        $instance = Instance::query()->create(['name' => 'Harbour Lights', 'plan' => $plan]);
        app(Drafting::class)->step(
            $instance,
            fn (Plan $plan): Plan => array_reduce($wants, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan),
        );

        return $instance->refresh();
    }

    /** @param  list<string>  $wants */
    public static function applied(
        array $wants,
        string $version = '3.2.1',
        string $loader = 'halyard',
        ?string $build = null,
        ?string $runtime = null,
    ): Instance {
        $instance = self::instance($wants, $version, $loader, $build, $runtime);

        return self::apply($instance);
    }

    /** Brings the archive of an old version of the game, as somebody has it who has the game. */
    public static function gameArchive(string $version = '1.4.9'): string
    {
        $file = sys_get_temp_dir().'/stasimon-game-'.getmypid().'.jar';
        (new Process([PHP_BINARY, base_path('standins/content/game.php'), '--version', $version, '--out', $file]))->mustRun();
        app(GameArchives::class)->keep(app(Games::class)->get('ferrywright'), $version, $file, 'ferrywright.jar');

        return $file;
    }

    /** Has a depot behave badly until {@see good()}. */
    public static function mood(string $depot, string $answer): void
    {
        file_put_contents(config('stasimon.var')."/depots/{$depot}/mood.json", json_encode(['answer' => $answer]));
    }

    public static function good(): void
    {
        array_map(unlink(...), glob(config('stasimon.var').'/depots/*/mood.json') ?: []);
    }

    /** Takes what was fetched of packages out of the store. */
    public static function forgetFiles(string ...$ids): void
    {
        foreach (ReleaseRow::query()->whereIn('package_id', $ids)->pluck('file_sha256') as $digest) {
            @unlink((new Store())->path(trim($digest)));
            @unlink((new Store())->partial(trim($digest)));
        }
    }

    /** @param  list<string>  $wants */
    public static function mail(array $wants): Instance
    {
        $game = app(Games::class)->get('nightpost');
        $plan = (new Bases($game, new DepotCatalogue($game)))->plan(null, null, null, null, null);
        $instance = Instance::query()->create(['name' => 'Night Mail', 'plan' => $plan]);
        app(Drafting::class)->step(
            $instance,
            fn (Plan $plan): Plan => array_reduce($wants, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan),
        );

        return self::apply($instance);
    }

    /** Applies the draft. */
    public static function apply(Instance $instance): Instance
    {
        app(Applying::class)->run(Instance::query()->findOrFail($instance->id), $task = self::task($instance));
        app(Tasks::class)->turn($task, TaskState::Done);

        return Instance::query()->findOrFail($instance->id);
    }

    /** Rehearses an instance as it is applied, to its end. */
    public static function rehearsed(Instance $instance, bool $plain = false, string $side = 'client'): Rehearsal
    {
        return app(Rehearse::class)
            ->start(Instance::query()->findOrFail($instance->id), $plain, Side::from($side))
            ->refresh()
            ->load('instance');
    }

    /** @return array<string, string> path below a folder => digest of its content */
    public static function tree(string $folder): array
    {
        $tree = [];
        foreach (
            is_dir($folder) ? new \RecursiveIteratorIterator(new \RecursiveDirectoryIterator($folder, \FilesystemIterator::SKIP_DOTS))
                : [] as $file
        ) {
            $tree[substr((string) $file, strlen($folder) + 1)] = is_dir((string) $file)
                ? 'a folder elsewhere'
                : (string) hash_file('sha256', (string) $file);
        }
        ksort($tree);

        return $tree;
    }
}
