<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Disk\Folder;
use App\Disk\Inventory;
use App\Drafts\LineUps;
use App\Drafts\Steps\Steps;
use App\Drafts\Steps\Waive;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Rules\Abandoned;
use App\Findings\Rules\BuildNotRecommended;
use App\Findings\Rules\FailedRehearsal;
use App\Findings\Rules\FilesTouched;
use App\Findings\Rules\LinkedFolders;
use App\Findings\Rules\LittleMemory;
use App\Findings\Rules\LoadReported;
use App\Findings\Rules\MovedOn;
use App\Findings\Rules\Notices;
use App\Findings\Rules\NumbersTaken;
use App\Findings\Rules\OneActive;
use App\Findings\Rules\Overlaps;
use App\Findings\Rules\PackWentOn;
use App\Findings\Rules\PutThereByHand;
use App\Findings\Rules\Replaced;
use App\Findings\Rules\RuntimeMissing;
use App\Findings\Rules\RuntimeTooOld;
use App\Findings\Rules\Waived;
use App\Findings\Rules\WorldsAtRisk;
use App\Findings\Rules\WorldsGone;
use App\Findings\RunsOn;
use App\Findings\Seen;
use App\Models\Instance;
use App\Packs\Packing;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Illuminate\Support\Str;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Resolve\Waiver;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
});

/**
 * What one rule finds of an instance as it is applied.
 *
 * @param  class-string<FindingRule>  $rule
 * @return list<string> titles
 */
function foundBy(string $rule, Instance $instance): array
{
    test()->nextRequest();
    $instance = Instance::query()
        ->with(['placed', 'draft', 'lastRehearsal'])
        ->findOrFail($instance->id);
    $catalogue = app(LineUps::class)->shared($instance);
    $catalogue->load(array_map(strval(...), array_keys($instance->versions())));
    $seen = Seen::applied($instance, app(Inventory::class)->contested($instance), $catalogue, app(RunsOn::class));

    return array_map(fn (Finding $finding): string => $finding->title, app($rule)->findings($seen));
}

function liveFile(Instance $instance, string $path, string $text): Instance
{
    File::ensureDirectoryExists(dirname((new Folder($instance))->live($path)));
    file_put_contents((new Folder($instance))->live($path), $text);

    return $instance;
}

/** Each rule: what is quiet, what makes it speak, and what it says then. */
dataset('rules', [
    Abandoned::class => [
        fn () => World::applied(['foghorns']),
        function (): void {
            test()->travelTo('2040-01-01');
            Depot::query()->increment('sequence');
        },
        'Foghorns seems abandoned',
    ],
    BuildNotRecommended::class => [
        fn () => World::applied(['gulls']),
        fn () => World::applied([], '3.4.1', 'capstan'),
        'No build of Capstan is recommended yet',
    ],
    FailedRehearsal::class => [
        fn () => World::applied(['gulls']),
        fn () => tap(World::applied(['figureheads', 'gulls']), fn (Instance $one) => World::rehearsed($one)),
        'Rehearsal 1 stopped',
    ],
    FilesTouched::class => [
        fn () => World::applied(['gulls']),
        fn (Instance $one) => unlink((new Folder($one))->live('mods/kedge-bones-3.0.7.zip')),
        'The file of Kedge Bones is gone',
    ],
    LinkedFolders::class => [
        fn () => World::applied(['gulls']),
        function (Instance $one): void {
            $folder = (new Folder($one))->live('worlds');
            File::deleteDirectory($folder);
            symlink(sys_get_temp_dir(), $folder);
        },
        'worlds is a link',
    ],
    LittleMemory::class => [
        fn () => World::applied(['gulls']),
        fn (Instance $one) => $one->update(['plan' => $one->plan->withMemory(512)]),
        'The memory may be too little',
    ],
    LoadReported::class => [
        fn () => World::mail(['dining-car']),
        fn (Instance $one) => liveFile($one, 'reports/load.txt', "not there: samovars, which dining-car asks for\n"),
        '1 thing is missing by the load report',
    ],
    MovedOn::class => [
        fn () => World::applied(['gulls']),
        function (Instance $one): void {
            $new = World::applied(['gulls']);
            $new->update(['name' => 'New', 'moved_from' => $one->id]);
            World::rehearsed($new);
        },
        'It has launched cleanly as New',
    ],
    Notices::class => [
        fn () => World::applied(['gulls']),
        fn (Instance $one) => DB::table('notices')->insert([
            'package_id' => 'gulls',
            'kind' => 'broken',
            'version' => '2.0.0',
            'text' => 'It does not come up.',
        ]),
        'Gulls 2.0.0 does not come up here',
    ],
    NumbersTaken::class => [
        function (): Instance {
            World::gameArchive();

            return World::applied(['tin-funnels', 'oil-slicks'], '1.4.9', 'capstan', null, '8');
        },
        fn (Instance $one) => World::rehearsed($one),
        'The number 166 is claimed twice',
    ],
    OneActive::class => [
        fn () => liveFile(World::applied(['sunlit-decks', 'grey-north']), 'config/shaders.properties', "pack = sunlit-decks-3.2.0.zip\n"),
        fn (Instance $one) => liveFile($one, 'config/shaders.properties', "pack = sunlit-decks-3.1.0.zip\n"),
        'Which of 2 shader packs is active is not said',
    ],
    Overlaps::class => [
        fn () => World::mail(['branch-lines']),
        fn () => World::mail(['branch-lines', 'late-running']),
        'Late Running and Branch Lines bring the same file',
    ],
    PackWentOn::class => [
        function (): Instance {
            $one = World::applied(['gulls']);
            $said = ['id' => 'p', 'version' => '1', 'name' => 'P', 'summary' => '', 'licence' => '', 'notes' => ''];
            app(Packing::class)->pack($one, $said, []);

            return $one->refresh();
        },
        function (Instance $one): void {
            $new = (array) DB::table('packs')->where('id', $one->pack_id)->first();
            $document = str_replace('"version": "1"', '"version": "2"', $new['document']);
            $another = ['id' => (string) Str::ulid(), 'version' => '2', 'document' => $document, 'created_at' => now()->addMinute()];
            DB::table('packs')->insert($another + $new);
        },
        'P went on to 2',
    ],
    PutThereByHand::class => [
        fn () => World::applied(['gulls']),
        fn (Instance $one) => liveFile($one, 'mods/mine.zip', 'no archive'),
        '1 file was put there by hand',
    ],
    Replaced::class => [
        fn () => World::mail(['late-running']),
        fn () => World::mail(['late-running', 'slow-mail', 'express-timetable']),
        'Express Timetable stands in the place of others',
    ],
    RuntimeMissing::class => [
        fn () => World::applied(['gulls']),
        function (Instance $one): void {
            $definition = json_decode((string) file_get_contents(base_path('games/ferrywright.json')), true);
            $definition['runtime']['find'] = 'java';
            $text = (string) json_encode(['id' => 'rowing', 'name' => 'Rowing'] + $definition);
            test()->post('/games', ['text' => $text])->assertRedirect('/games/rowing');
            $plan = "jsonb_set(jsonb_set(plan, '{game}', '\"rowing\"'), '{runtimeVersion}', '\"5\"')";
            DB::table('instances')->where('id', $one->id)->update(['plan' => DB::raw($plan)]);
        },
        'Java 5 is not on this machine',
    ],
    RuntimeTooOld::class => [
        fn () => World::applied(['gulls']),
        fn () => World::applied(['radar-sweep'], runtime: '17'),
        'Radar Sweep 3.0.0 needs Java 21',
    ],
    Waived::class => [
        fn () => World::applied(['gulls']),
        function (Instance $one): void {
            app(Steps::class)->take($one, new Waive(new Waiver('paper-lanterns', '1.0.2', Relation::Needs, 'ferrywright')));
            World::apply($one);
        },
        'A limit of Paper Lanterns 1.0.2 is waived',
    ],
    WorldsAtRisk::class => [
        fn () => liveFile(World::applied(['gulls']), 'worlds/Isles/world.json', '{"mods": {"gulls": "2.0.0"}}'),
        fn (Instance $one) => liveFile($one, 'worlds/Isles/world.json', '{"mods": {"gulls": "2.0.0", "fogbank": "4.2.0"}}'),
        'The world Isles was saved with Fogbank Weather',
    ],
    WorldsGone::class => [
        fn () => liveFile(World::applied(['gulls']), 'worlds/Isles/world.json', '{"mods": {}}'),
        function (Instance $one): void {
            test()->get(route('worlds', $one))->assertOk();
            File::deleteDirectory((new Folder($one))->live('worlds/Isles'));
        },
        'The world Isles is gone',
    ],
]);

it('speaks when it is so, and only then', function (Closure $quiet, Closure $speaks, string $title): void {
    /** @var class-string<FindingRule> $rule */
    $rule = explode('"', $this->dataName())[1];
    $instance = $quiet();
    expect(foundBy($rule, $instance))->not->toContain($title);
    $other = $speaks($instance);
    expect(foundBy($rule, $other instanceof Instance ? $other : $instance))->toContain($title);
})->with('rules');

it('knows every rule', function (): void {
    $files = glob(app_path('Findings/Rules/*.php')) ?: [];
    $rules = array_map(fn (string $file): string => 'App\Findings\Rules\\'.basename($file, '.php'), $files);
    $listed = [...config('findings.each_time'), ...config('findings.settled')];
    expect($listed)->toEqualCanonicalizing($rules);
});
