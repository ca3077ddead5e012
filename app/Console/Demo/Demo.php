<?php

declare(strict_types=1);

namespace App\Console\Demo;

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Depot;
use App\Disk\Applying;
use App\Disk\Folder;
use App\Disk\GameArchives;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Stage;
use App\Models\TaskKind;
use App\Models\TaskState;
use App\Notices\NoticeLists;
use App\Packs\Packs;
use App\Rehearsals\Rehearsing;
use App\Shelf\Shelf;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use App\Stages\Stages;
use App\Work\Tasks;
use Closure;
use Illuminate\Console\Command;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\StageCondition;
use Symfony\Component\Process\Process;

/** Loads the demo: the depots' catalogues and the demo's instances. Does nothing where there are instances already. */
final class Demo extends Command
{
    /**
     * @var list<array{string, string, array{?string, ?string, ?string, ?string, ?int}, list<string>, bool}> name, game, base, wants,
     *     whether to rehearse
     */
    public const INSTANCES = [
        [
            'Night Mail',
            'nightpost',
            [null, null, null, null, null],
            ['branch-lines', 'late-running', 'sorting-office', 'first-class', 'stamp-album', 'dining-car', 'station-cats'],
            true,
        ],
        ['Tin Harbour', 'ferrywright', ['1.4.9', 'capstan', null, '8', 2048], ['tin-funnels', 'oil-slicks', 'old-slip'], true],
        ['Old Engine', 'ferrywright', ['3.2.1', 'halyard', null, '8', 2048], ['gulls', 'weather-glass'], false],
        [
            'Quiet Harbour',
            'ferrywright',
            ['3.3.2', 'capstan', null, '17', null],
            ['rope-and-tar', 'great-cranes', 'long-piers', 'weather-glass', 'island-maker'],
            true,
        ],
        [
            'Signals at Noon',
            'ferrywright',
            ['3.2.1', 'halyard', '0.16.4', '17', null],
            ['signal-flags', 'bell-buoys', 'tide-tables'],
            true,
        ],
        [
            'Harbour Lights',
            'ferrywright',
            ['3.2.1', 'halyard', null, null, null],
            [
                'fogbank',
                'cargo-manifest',
                'harbour-lamps',
                'gulls',
                'long-piers',
                'tide-tables',
                'weather-glass',
                'timetables',
                'bell-buoys',
                'radar-sweep',
            ],
            true,
        ],
    ];

    protected $signature = 'stasimon:demo {--bare : only the depots, no instances}';

    protected $description = 'Load the demo depots and, unless --bare, the demo instances';

    /** Mods and packs that are asked for in the large one; with their libraries they come to about 180. */
    private const ARCHIPELAGO = 170;

    public function __construct(
        private readonly Drafting $drafting,
        private readonly Applying $applying,
        private readonly Rehearsing $rehearsing,
        private readonly Games $games,
        private readonly Tasks $tasks,
        private readonly Shelf $shelf,
        private readonly Stages $stages,
    ) {
        parent::__construct();
    }

    public function handle(DemoDepots $depots, DemoPacks $packs, GameArchives $archives, DemoInstall $install, NoticeLists $lists): int
    {
        array_map($this->warn(...), $depots->fill());
        if ($this->option('bare') || Instance::query()->exists()) {
            return self::SUCCESS;
        }
        $archive = (string) tempnam(sys_get_temp_dir(), 'stasimon-game');
        (new Process([PHP_BINARY, base_path('standins/content/game.php'), '--version', '1.4.9', '--out', $archive]))->mustRun();
        $archives->keep($this->games->get('ferrywright'), '1.4.9', $archive, 'ferrywright.jar');
        unlink($archive);
        $install->keep();
        foreach (self::INSTANCES as [$name, $game, $base, $wants, $rehearse]) {
            $this->make($name, $game, $base, array_fill_keys($wants, '*'), $rehearse);
        }
        $this->oldWay();
        $this->archipelago();
        $this->figureheads(Instance::query()->where('name', 'Harbour Lights')->firstOrFail());
        $this->westernIsles(Instance::query()->where('name', 'Harbour Lights')->firstOrFail());
        $this->brought(Instance::query()->where('name', 'Harbour Lights')->firstOrFail());
        $this->elsewhere(Instance::query()->where('name', 'Harbour Lights')->firstOrFail());
        $packs->make(Instance::query()->where('name', 'Grand Archipelago')->firstOrFail());
        $lists->bring((string) file_get_contents(base_path('standins/content/notices.json')));
        $this->tasks->once(TaskKind::LookOver);

        return self::SUCCESS;
    }

    /**
     * @param  array{?string, ?string, ?string, ?string, ?int}  $base
     * @param  array<string, string>  $wants  package id => range
     */
    private function make(string $name, string $game, array $base, array $wants, bool $rehearse): Instance
    {
        $bases = new Bases($this->games->get($game), new DepotCatalogue($this->games->get($game)));
        $instance = Instance::query()->create(['name' => $name, 'plan' => $bases->plan(...$base)]);
        $this->apply(
            $instance,
            fn (Plan $plan): Plan => array_reduce(
                array_map(strval(...), array_keys($wants)),
                fn (Plan $plan, string $id): Plan => $plan->wanting($id, $wants[$id]),
                $plan,
            ),
        );
        if ($rehearse) {
            $instance = $instance->fresh() ?? $instance;
            $this->rehearsing->run(
                $instance
                    ->rehearsals()
                    ->create(['number' => 1, 'plan' => $instance->plan, 'applies' => $instance->applies])
                    ->load('instance'),
            );
        }
        $this->line("{$name}: ready");

        return $instance->fresh() ?? $instance;
    }

    /** @param  Closure(Plan): Plan  $step */
    private function apply(Instance $instance, Closure $step): void
    {
        $this->drafting->step($instance, $step);
        $task = $instance->tasks()->create(['kind' => TaskKind::Apply, 'state' => TaskState::Running]);
        $this->applying->run($instance->fresh() ?? $instance, $task);
        $this->tasks->turn($task, TaskState::Done);
    }

    /** An install in five stages, the first of which is done. */
    private function oldWay(): void
    {
        $instance = $this->make(
            'The Old Way',
            'ferrywright',
            ['1.4.9', 'spritsail', null, '8', 2048],
            ['old-slip' => '*', 'dry-docks' => '*', 'steam-whistles' => '*'],
            true,
        );
        $this->stages->ofHistory($instance);
        Stage::query()
            ->where('instance_id', $instance->id)
            ->update(['title' => 'The yard', 'instruction' => 'Build a slip, and a dock behind it.']);
        foreach (
            [
                [
                    'The harbour master',
                    ['rope-walks', 'salt-works'],
                    StageCondition::Word,
                    "The harbour master's story is finished.",
                    'Finish the **harbour master\'s story** first: he does not speak to anybody who has a salt works.',
                ],
                [
                    'Oil and tin',
                    ['tin-funnels', 'oil-slicks', 'tallow-lamps'],
                    StageCondition::Clean,
                    '',
                    'Three of these want the same numbers; *Numbers* gives them others.',
                ],
                ['Paddles', ['ballast-tanks', 'paddle-wheels'], StageCondition::Clean, '', ''],
                ['Coal', ['coal-bunkers'], StageCondition::Clean, '', ''],
            ] as [$title, $wants, $condition, $about, $instruction]
        ) {
            $this->drafting->step(
                $instance->refresh()->load(['placed', 'draft']),
                fn (Plan $plan): Plan => array_reduce($wants, fn (Plan $plan, string $id): Plan => $plan->wanting($id), $plan),
            );
            $this->stages->write($instance->refresh()->load(['placed', 'draft']), $title, $instruction, $condition, $about, true);
        }
    }

    /** A line-up of 180, some of it older than it need be. */
    private function archipelago(): void
    {
        $ids = DB::table('packages')
            ->whereRaw("supports && array['ferrywright 3.2.1 halyard', 'ferrywright 3.2.1 ']")
            ->whereIn('kind', ['mod', 'data-pack', 'resource-pack'])
            ->whereRaw("(id like '%-%' or kind = 'resource-pack')")
            ->whereNot('id', 'signal-flags')
            ->orderBy('id')
            ->pluck('id')
            ->all();
        $catalogue = new DepotCatalogue($this->games->get('ferrywright'));
        $plan = (new Bases($catalogue->game, $catalogue))->plan('3.2.1', 'halyard', null, null, 6144);
        $ids = array_values(array_map(strval(...), $ids));
        $catalogue->load($ids);
        $request = $plan->request($catalogue, $catalogue->game, []);
        $fitting = (new Resolver($catalogue))->largest(
            $request->wanting([...$request->want, ...array_map(fn (string $id): Want => new Want($id), $ids)]),
            range(0, Plan::BASE - 1),
        );
        $wants = [];
        foreach (array_slice($fitting->wants ?? [], Plan::BASE, self::ARCHIPELAGO) as $index) {
            $id = $ids[$index - Plan::BASE];
            // A dozen of them wait for an update.
            $releases = $catalogue->package($id)->releases ?? [];
            $wants[$id] =
                count($wants) % 14 === 3 && count($releases) > 2
                    ? '<'.substr($catalogue->package($id)?->exactly($releases[count($releases) - 1]->version) ?? '=9', 1)
                    : '*';
        }
        $instance = $this->make('Grand Archipelago', 'ferrywright', ['3.2.1', 'halyard', null, null, 6144], $wants, false);
        $this->apply(
            $instance,
            fn (Plan $plan): Plan => array_reduce(
                $plan->wants,
                fn (Plan $plan, Want $want): Plan => $plan->ranging($want->id, '*'),
                $plan,
            )->withMemory(8192),
        );
    }

    /** A launch that fails after one that came up clean. */
    private function figureheads(Instance $instance): void
    {
        $config = (new Folder($instance))->live('config/gulls.json');
        is_dir(dirname($config)) || mkdir(dirname($config), 0o755, true);
        file_put_contents($config, "{\n    \"lunches\": false\n}\n");
        $this->apply($instance, fn (Plan $plan): Plan => $plan->wanting('figureheads')->wanting('lampoil')->withMemory(8192));
        $instance = $instance->fresh() ?? $instance;
        $this->rehearsing->run(
            $instance
                ->rehearsals()
                ->create(['number' => 2, 'plan' => $instance->plan, 'applies' => $instance->applies])
                ->load('instance'),
        );
    }

    /** Files from a page, and one that a depot turns out to have. */
    private function brought(Instance $instance): void
    {
        $folder = config('stasimon.var').'/from-a-page';
        (new Process([PHP_BINARY, base_path('standins/content/page.php'), '--out', $folder]))->mustRun();
        $known = config('stasimon.var').'/depots/slipway/files/lampoil-1.4.0.zip';
        if (is_file($known)) {
            copy($known, "{$folder}/lampoil (from a friend).zip");
        }
        foreach (glob("{$folder}/*.zip") ?: [] as $path) {
            $file = ShelfFile::query()
                ->create([
                    'name' => basename($path),
                    'size' => filesize($path),
                    'come' => filesize($path),
                    'state' => ShelfState::Waiting,
                    'game' => $instance->plan->base->game,
                    'instance_id' => $instance->id,
                ])
                ->refresh();
            File::ensureDirectoryExists(dirname($file->path()));
            copy($path, $file->path());
            $this->shelf->read($file);
        }
    }

    /** A folder as somebody has put it together by hand: most of it known, two unknown, one doubled, one kept out, two worlds. */
    private function elsewhere(Instance $instance): void
    {
        $root = (string) (((array) config('stasimon.folders'))[0] ?? '');
        if ($root === '' || is_dir("{$root}/The old ferry")) {
            return;
        }
        $folder = "{$root}/The old ferry";
        $live = (new Folder($instance))->live();
        foreach (['mods', 'loader'] as $part) {
            File::copyDirectory("{$live}/{$part}", "{$folder}/{$part}");
        }
        $mods = glob("{$folder}/mods/*.zip") ?: [];
        copy($mods[0], substr($mods[0], 0, -4).' (1).zip');
        rename($mods[1], "{$mods[1]}.disabled");
        copy(config('stasimon.var').'/from-a-page/Paper Lanterns 0.3 (1).zip', "{$folder}/mods/Paper Lanterns 0.3.zip");
        copy(config('stasimon.var').'/from-a-page/Harbour_Bells-v2.1.zip', "{$folder}/mods/Harbour_Bells-v2.1.zip");
        foreach (
            [
                'config/lampoil.json' => "{\"hours\": 8}\n",
                'config/keys.txt' => "forward w\n",
                'config/sound.txt' => "bells 7\n",
                'worlds/Low Tide/world.json' => "{}\n",
                'worlds/Low Tide/land.bin' => str_repeat('sand', 500),
                'worlds/Long Summer/world.json' => "{}\n",
                'notes.txt' => "Fogbank off, it is too dark.\n",
                'ferrywright.json' => '{"game": "Ferrywright", "version": "3.2.1"}',
            ] as $name => $text
        ) {
            File::ensureDirectoryExists(dirname("{$folder}/{$name}"));
            file_put_contents("{$folder}/{$name}", $text);
        }
    }

    /** A world that was last saved with a mod that is gone. */
    private function westernIsles(Instance $instance): void
    {
        $folder = (new Folder($instance))->live('worlds/Western Isles');
        is_dir($folder) || mkdir($folder, 0o755, true);
        file_put_contents(
            "{$folder}/world.json",
            json_encode(
                ['name' => 'Western Isles', 'mods' => ['great-cranes' => '1.4.0'] + $instance->versions()],
                JSON_PRETTY_PRINT | JSON_THROW_ON_ERROR,
            ),
        );
    }
}
