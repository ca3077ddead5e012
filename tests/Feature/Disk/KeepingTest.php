<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Disk\Milestones;
use App\Drafts\Drafting;
use App\Drafts\Steps\Add;
use App\Drafts\Steps\GoBack;
use App\Drafts\Steps\Steps;
use App\Findings\Finding;
use App\Findings\Looking;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Store\Store;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

beforeEach(function (): void {
    World::depots();
});

/** @return list<string> titles of what a look finds */
function found(Instance $instance): array
{
    return array_map(
        fn (Finding $finding): string => $finding->title,
        app(Looking::class)
            ->over(
                Instance::query()
                    ->with(['placed', 'draft', 'lastRehearsal'])
                    ->findOrFail($instance->id),
            )
            ->findings(),
    );
}

/** Changes a file as an editor does that writes into it. */
function scribble(string $file): void
{
    chmod($file, 0o644);
    file_put_contents($file, 'scribbled', FILE_APPEND);
    clearstatcache();
}

it('finds what was changed by hand, keeps it if asked, and otherwise puts it back', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    $file = (new Folder($instance))->live('mods/gulls-2.0.0.zip');
    $digest = hash_file('sha256', $file);
    scribble($file);
    expect(found($instance))->toBe(['A file of Gulls was changed by hand']);
    $this->get("/instances/{$instance->id}/files?only=touched")
        ->assertOk()
        ->assertSee('mods/gulls-2.0.0.zip')
        ->assertSee('changed by hand')
        ->assertDontSee('long-piers');
    $this->post("/instances/{$instance->id}/files/keep", ['id' => 'gulls'])->assertRedirect();
    expect(found($instance))->toBe([]);
    // Kept through another apply; and the store's own file, which was written through, was thrown out and fetched anew.
    app(Steps::class)->take($instance, new Add(['weather-glass']));
    World::apply($instance);
    expect(file_get_contents($file))->toEndWith('scribbled')->and(hash_file('sha256', (new Store())->path($digest)))->toBe($digest);
    $this->post("/instances/{$instance->id}/files/keep", ['path' => 'mods/gulls-2.0.0.zip'])->assertStatus(409);
    $this->post("/instances/{$instance->id}/files/unkeep", ['path' => 'mods/gulls-2.0.0.zip'])->assertRedirect();
    expect(found($instance))->toBe(['A file of Gulls was changed by hand']);
    $this->post("/instances/{$instance->id}/draft/put-back")->assertRedirect();
    World::apply($instance);
    expect(hash_file('sha256', $file))->toBe($digest)->and(found($instance))->toBe([]);
});

it('finds what is gone, and cannot keep that', function (): void {
    $instance = World::applied(['gulls']);
    unlink((new Folder($instance))->live('mods/kedge-bones-3.0.7.zip'));
    expect(found($instance))->toBe(['The file of Kedge Bones is gone']);
    $this->post("/instances/{$instance->id}/files/keep", ['path' => 'mods/kedge-bones-3.0.7.zip'])
        ->assertStatus(409)
        ->assertSee('is not there');
    $this->get("/instances/{$instance->id}/files")
        ->assertOk()
        ->assertSee('missing');
});

it('lists every file with where it comes from, those of the instance\'s own among them', function (): void {
    $instance = World::applied(['gulls']);
    file_put_contents((new Folder($instance))->live('config/<b>own.toml'), 'x');
    $page = $this->get("/instances/{$instance->id}/files")
        ->assertOk()
        ->assertSee('mods/gulls-2.0.0.zip')
        ->assertSee('config/<b>own.toml')
        ->assertDontSee('<b>own', false);
    expect(substr_count((string) $page->getContent(), 'as it was placed'))->toBe(
        DB::table('placed_files')->where('instance_id', $instance->id)->count(),
    );
    $this->get("/instances/{$instance->id}/files?q=GULLS")
        ->assertSee('gulls-2.0.0.zip')
        ->assertDontSee('kedge-bones');
    $this->get("/instances/{$instance->id}/files?only=own")
        ->assertSee('own')
        ->assertDontSee('gulls-2.0.0.zip');
});

it('decides a contested path by order, records it, and lets a person decide otherwise', function (): void {
    $instance = World::mail(['branch-lines', 'late-running']);
    $file = (new Folder($instance))->live('scripts/timetable.json');
    $late = (string) file_get_contents($file);
    $row = DB::table('placed_files')->where('path', 'scripts/timetable.json')->first();
    expect([$row->package_id, $row->over])
        ->toBe(['late-running', '["branch-lines"]'])
        ->and(found($instance))
        ->toContain('Late Running and Branch Lines bring the same file');
    $this->get("/instances/{$instance->id}/files?only=contested")
        ->assertOk()
        ->assertSee('wins over Branch Lines');
    // Only what is in the content folder of the archive is placed; its root is the game's.
    expect((new Folder($instance))->live('stations/ambleford.json'))
        ->toBeFile()
        ->and((new Folder($instance))->live('README.txt'))
        ->not->toBeFile();
    $this->post("/instances/{$instance->id}/draft/let", ['id' => 'branch-lines', 'target' => 'late-running'])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Cleared by it')
        ->assertSee('bring the same file');
    World::apply($instance);
    expect((string) file_get_contents($file))
        ->toBe('{"lines": 6, "first": "21:40"}')
        ->not->toBe($late)
        ->and(found($instance))
        ->not->toContain('Late Running and Branch Lines bring the same file');
});

it('goes back to a restore point, with configs and worlds if asked, and can be taken back in turn', function (bool $own): void {
    $instance = World::applied(['gulls']);
    $config = (new Folder($instance))->live('config/gulls.toml');
    file_put_contents($config, 'loud = true');
    $old = $instance->versions();
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->without('gulls')->wanting('weather-glass'));
    $instance = World::apply($instance);
    file_put_contents($config, 'loud = false');
    $point = $instance->history()->first();
    $this->get("/instances/{$instance->id}/history")
        ->assertOk()
        ->assertSeeInOrder([
            'Added',
            'Weather Glass',
            'Removed',
            'Gulls',
            'The line-up',
            'with configs and worlds',
            'the folder was empty',
        ]);
    $this->post("/instances/{$instance->id}/draft/restore", ['point' => $point->id, 'own' => $own ? 1 : 0])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('It goes back to an earlier line-up')
        ->assertSee($own ? 'with the configs and worlds of that time' : 'configs and worlds stay as they are');
    $instance = World::apply($instance);
    expect($instance->versions())
        ->toBe($old)
        ->and(file_get_contents($config))
        ->toBe($own ? 'loud = true' : 'loud = false')
        ->and($instance->history()->first()->sentence)
        ->toStartWith('Went back to an earlier line-up')
        ->and($instance->plan->once->restore)
        ->toBeNull();
    // The way back from going back.
    $this->post("/instances/{$instance->id}/draft/restore", ['point' => $instance->history()->first()->id, 'own' => 0])->assertRedirect();
    expect(World::apply($instance)->versions())->toHaveKey('weather-glass');
})->with([true, false]);

it('goes back though the depots have taken a release away', function (): void {
    $instance = World::applied(['gulls']);
    $old = $instance->versions();
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->without('gulls'));
    $instance = World::apply($instance);
    foreach (['sources', 'releases', 'mentions'] as $table) {
        DB::table($table)->where('package_id', 'gulls')->delete();
    }
    DB::table('packages')->where('id', 'gulls')->delete();
    app(Steps::class)->take($instance, new GoBack($instance->history()->first()->id, false));
    expect(World::apply($instance)->versions())->toBe($old);
});

it('refuses to go back to where nothing was, or to what is not kept', function (): void {
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/draft/restore", ['point' => $instance->history()->first()->id, 'own' => 0])
        ->assertStatus(409)
        ->assertSee('nothing was applied');
    $this->post("/instances/{$instance->id}/draft/restore", ['point' => 999_999, 'own' => 0])->assertStatus(404);
});

it('turns off what is asked for with what it brought, remembers it, and turns it on again', function (): void {
    $instance = World::applied(['gulls', 'long-piers']);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->ranging('gulls', '^2.0'));
    // Off by way of the library that only it needs.
    $this->post("/instances/{$instance->id}/draft/off", ['id' => 'kedge-bones'])->assertRedirect();
    $instance = World::apply($instance);
    expect(array_keys($instance->versions()))
        ->not->toContain('gulls', 'kedge-bones')
        ->and((new Folder($instance))->live('mods/gulls-2.0.0.zip'))
        ->not->toBeFile();
    $this->get("/instances/{$instance->id}?only=off")
        ->assertOk()
        ->assertSee('Gulls')
        ->assertSee('turned off')
        ->assertDontSee('Long Piers');
    $this->post("/instances/{$instance->id}/draft/off", ['id' => 'gulls'])->assertStatus(409);
    $this->post("/instances/{$instance->id}/draft/on", ['ids' => ['gulls']])->assertRedirect();
    $instance = World::apply($instance);
    expect($instance->versions())
        ->toHaveKeys(['gulls', 'kedge-bones'])
        ->and($instance->plan->rangeOf('gulls'))
        ->toBe('^2.0');
});

it('takes newer releases, some or all, and a single one out again', function (): void {
    $instance = World::instance([]);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->wanting('tideglass-ui', '<2.0.0')->wanting('fogbank', '<2.1.0'));
    $instance = World::apply($instance);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->ranging('tideglass-ui', '*')->ranging('fogbank', '*'));
    $instance = World::apply($instance);
    $old = $instance->versions();
    $this->get("/instances/{$instance->id}?only=updates")
        ->assertOk()
        ->assertSee('Take all 2 updates');
    $this->post("/instances/{$instance->id}/draft/update")->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSeeInOrder(['Changes', $old['fogbank'].' → ', 'a newer release', 'Leave it']);
    $this->post("/instances/{$instance->id}/draft/leave", ['id' => 'fogbank'])->assertRedirect();
    $instance = World::apply($instance);
    expect($instance->versions()['fogbank'])
        ->toBe($old['fogbank'])
        ->and($instance->versions()['tideglass-ui'])
        ->not->toBe($old['tideglass-ui'])
        ->and($instance->plan->once->updating)
        ->toBe([]);
    $this->post("/instances/{$instance->id}/draft/update", ['ids' => ['fogbank']])->assertRedirect();
    expect(World::apply($instance)->versions()['fogbank'])->not->toBe($old['fogbank']);
    $this->post('/instances/'.World::applied(['gulls'])->id.'/draft/update')
        ->assertStatus(409)
        ->assertSee('as new as it can be');
});

it('pins what is here, and leaves it where it is from then on', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    $this->post("/instances/{$instance->id}/draft/pin", ['ids' => ['gulls', 'kedge-bones', 'not-here']])->assertRedirect();
    $plan = $instance->refresh()->draft->plan;
    expect([$plan->rangeOf('gulls'), $plan->rangeOf('kedge-bones'), $plan->rangeOf('fogbank'), $plan->rangeOf('not-here')])->toBe([
        '=2.0.0',
        '=3.0.7',
        '*',
        null,
    ]);
});

it('warns of a world that was saved with what is going, and offers it back', function (): void {
    $instance = World::applied(['gulls', 'weather-glass']);
    $world = (new Folder($instance))->live('worlds/Western Isles');
    mkdir($world, recursive: true);
    file_put_contents("{$world}/world.json", json_encode(['mods' => ['gulls' => '2.0.0']]));
    expect(found($instance))->toBe([]);
    $this->post("/instances/{$instance->id}/draft/remove", ['id' => 'gulls'])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSeeInOrder(['New with this draft', 'The world Western Isles was saved with Gulls', 'Add Gulls']);
    World::apply($instance);
    expect(found($instance))->toBe(['The world Western Isles was saved with Gulls']);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['gulls']])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")->assertSee('Cleared by it');
});

it('waives a limit for one release with a note, which lapses with the release', function (): void {
    $instance = World::applied(['gulls']);
    $this->get("/instances/{$instance->id}/packages/paper-lanterns")
        ->assertOk()
        ->assertSee('Use it anyway')
        ->assertSee('does not say that it is for 3.2.1');
    $this->post("/instances/{$instance->id}/draft/waive", [
        'id' => 'paper-lanterns',
        'version' => '1.0.2',
        'relation' => 'needs',
        'target' => 'ferrywright',
        'note' => 'Works on 3.2.1, tried it',
    ])->assertRedirect();
    $instance = World::apply($instance);
    expect($instance->versions()['paper-lanterns'])
        ->toBe('1.0.2')
        ->and(found($instance))
        ->toBe(['A limit of Paper Lanterns 1.0.2 is waived']);
    $this->get("/instances/{$instance->id}")->assertSee('Works on 3.2.1, tried it');
    $this->post("/instances/{$instance->id}/draft/remove", ['id' => 'paper-lanterns'])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")->assertSee('lapses with this draft');
    $instance = World::apply($instance);
    expect($instance->plan->waivers)->toBe([])->and($instance->plan->waiverNotes)->toBe([])->and(found($instance))->toBe([]);
    $this->post("/instances/{$instance->id}/draft/waive", [
        'id' => 'paper-lanterns',
        'version' => '9.9.9',
        'relation' => 'needs',
        'target' => 'ferrywright',
    ])->assertStatus(422);
});

it('reads every file against its digest, whatever its time says, and has what is damaged fetched and laid anew', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    $folder = new App\Disk\Folder($instance);
    $this->post("/instances/{$instance->id}/files/repair")->assertRedirect();
    $this->get("/instances/{$instance->id}/files")
        ->assertOk()
        ->assertSee('are as they came');
    expect($instance->load('draft')->draft)->toBeNull();

    // Written into without a trace: both names of the content are damaged, and no time tells.
    $path = $folder->live('mods/gulls-2.0.0.zip');
    $digest = (string) hash_file('sha256', $path);
    chmod($path, 0o644);
    file_put_contents($path, 'x', FILE_APPEND);
    touch($path, App\Store\Store::MOMENT);
    $this->post("/instances/{$instance->id}/files/repair")->assertRedirect();
    $this->get("/instances/{$instance->id}/files")
        ->assertOk()
        ->assertSee('1 is not as it came (mods/gulls-2.0.0.zip)');
    World::apply($instance);
    expect(hash_file('sha256', $folder->live('mods/gulls-2.0.0.zip')))
        ->toBe($digest)
        ->and(hash_file('sha256', (new App\Store\Store())->path($digest)))
        ->toBe($digest);
    $this->post("/instances/{$instance->id}/files/repair")->assertRedirect();
    $this->get("/instances/{$instance->id}/files")
        ->assertOk()
        ->assertSee('are as they came');
});

it('offers all that the load report of a game lists as missing, at once, and says what no depot has', function (): void {
    $instance = World::mail(['dining-car']);
    World::rehearsed($instance);
    expect((string) file_get_contents((new Folder($instance))->live('reports/load.txt')))->toContain(
        'not there: samovars, which dining-car asks for',
    );
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSeeInOrder([
            '3 things are missing by the load report',
            'Dining Car asks for Samovars, Tea Glasses, brass-bells, which are not there, by reports/load.txt.',
            'No depot has brass-bells for this base.',
            'Add all 2',
        ]);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['samovars', 'tea-glasses']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    World::rehearsed($instance);
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('1 thing is missing by the load report')
        ->assertDontSee('Add all');
    // A report that is a link to elsewhere, or no text, is left alone.
    $report = (new Folder($instance))->live('reports/load.txt');
    file_put_contents($report, "\xff\x00not there: a b\n");
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertDontSee('by the load report');
    unlink($report);
    symlink('/etc/passwd', $report);
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertDontSee('by the load report');
});

it('leaves out what a release makes obsolete while it is there, and brings it back when it goes', function (): void {
    $instance = World::mail(['late-running', 'slow-mail']);
    $live = (new Folder($instance))->live(...);
    $before = World::tree($live('scripts'));
    expect($before)->toHaveKeys(['reasons.json', 'timetable.json', 'slow.json']);
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['express-timetable']])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Express Timetable stands in the place of others')
        ->assertSee('Slow Mail and what others bring at scripts/reasons.json are left out');
    $instance = World::apply($instance->refresh());
    expect(World::tree($live('scripts')))
        ->toHaveKeys(['timetable.json', 'express.json'])
        ->not->toHaveKeys(['reasons.json', 'slow.json'])
        ->and($instance->plan->wants('slow-mail'))
        ->toBeTrue();
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('Express Timetable stands in the place of others')
        ->assertDontSee('gone');
    $this->get("/instances/{$instance->id}/packages/express-timetable")
        ->assertOk()
        ->assertSee('files at scripts/reasons.json')
        ->assertSee('Slow Mail &lt;2.0.0', false);
    // What a person puts over it is meant to be there.
    $this->post("/instances/{$instance->id}/draft/let", ['id' => 'late-running', 'target' => 'express-timetable'])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect($live('scripts/reasons.json'))->toBeFile();
    $this->post("/instances/{$instance->id}/draft/remove", ['ids' => ['express-timetable']])->assertRedirect();
    World::apply($instance->refresh());
    expect(World::tree($live('scripts')))->toBe($before);
});

it('notes why a waiver is right, later as well, and takes the note away again', function (): void {
    $instance = World::applied(['gulls']);
    $waiver = ['id' => 'paper-lanterns', 'version' => '1.0.2', 'relation' => 'needs', 'target' => 'ferrywright'];
    $this->post("/instances/{$instance->id}/draft/waive", $waiver)->assertRedirect();
    $this->post("/instances/{$instance->id}/draft/note", ['note' => ' Tried it. '] + $waiver)->assertRedirect();
    expect(array_values($instance->refresh()->draft->plan->waiverNotes))->toBe(['Tried it.']);
    $this->post("/instances/{$instance->id}/draft/note", ['note' => 'x', 'target' => 'halyard'] + $waiver)->assertRedirect();
    expect(array_values($instance->refresh()->draft->plan->waiverNotes))->toBe(['Tried it.']);
    $this->post("/instances/{$instance->id}/draft/note", ['note' => ''] + $waiver)->assertRedirect();
    expect($instance->refresh()->draft->plan->waiverNotes)
        ->toBe([])
        ->and($instance->draft->plan->waivers)
        ->toHaveCount(1);
});

it('changes nothing when something writes into the worlds while a draft is applied', function (string $path): void {
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    File::ensureDirectoryExists($folder->live('worlds/Long Shore'));
    file_put_contents($folder->live('worlds/Long Shore/world.json'), '{"saved": 1}');
    app(Steps::class)->take($instance->refresh(), new Add(['long-piers']));
    $before = World::tree($folder->live());
    // A game that is open has the folder of before by its handle, and writes there.
    app()->instance(
        Milestones::class,
        new class(dirname($folder->live())."/before/{$path}") extends Milestones
        {
            public function __construct(private string $file)
            {
            }

            public function reached(string $step): void
            {
                $step === 'aside' && file_put_contents($this->file, '{"saved": 2}');
            }
        },
    );
    expect(fn () => World::apply($instance))->toThrow(
        Refusal::class,
        'Something has written into the worlds or configs while the draft was being applied',
    );
    $after = World::tree($folder->live());
    expect(array_diff_key($after, [$path => 1]))
        ->toBe(array_diff_key($before, [$path => 1]))
        ->and(file_get_contents($folder->live($path)))
        ->toBe('{"saved": 2}')
        ->and(Instance::query()->findOrFail($instance->id)->versions())
        ->not->toHaveKey('long-piers')
        ->and($instance->refresh()->draft)
        ->not->toBeNull();
    // Once nobody writes, the same draft goes through, with what was written.
    app()->instance(Milestones::class, new Milestones());
    expect(World::apply($instance)->versions())
        ->toHaveKey('long-piers')
        ->and(file_get_contents($folder->live($path)))
        ->toBe('{"saved": 2}');
})->with(['worlds/Long Shore/world.json', 'worlds/Long Shore/new.json']);
