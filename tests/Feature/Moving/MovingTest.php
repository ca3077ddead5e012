<?php

declare(strict_types=1);

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Depot;
use App\Depots\Sync\Schedule;
use App\Disk\Folder;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Task;
use App\Models\Watch;
use App\Models\WishCell;
use App\Models\WishList;
use App\Moving\CopyOwn;
use App\Moving\Wishes;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Artisan;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Check\Checker;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;
use Tests\Support\Archives;
use Tests\Support\World;

beforeEach(fn () => World::depot());

function wished(string ...$lines): WishList
{
    test()
        ->post('/wishes', ['name' => 'For the summer', 'game' => 'ferrywright', 'text' => implode("\n", $lines)])
        ->assertRedirect();

    return WishList::query()->latest('id')->firstOrFail();
}

it('takes names for what they mean, misspelled or not, and says what else they may be', function (): void {
    $list = wished('Gulls', 'fogbenk', 'deep draughts', 'zzqxy', '- Long Piers', 'gulls');
    expect(array_column($list->lines, 'id'))
        ->toBe(['gulls', 'fogbank', 'deep-draught', null, 'long-piers'])
        ->and($list->lines[0]['others'])
        ->toBe([]);
    $this->get("/wishes/{$list->id}")
        ->assertOk()
        ->assertSee('Nothing is called like that')
        ->assertSee('zzqxy')
        ->assertSee('Deep Draught');
    $this->get('/wishes')->assertOk()->assertSee('For the summer');
    // Signs that begin with the same bytes as a bullet stay whole.
    expect(array_column(wished('• Gulls', "\u{202e}sllug")->lines, 'text'))->toBe(['Gulls', "\u{202e}sllug"]);
    WishList::query()->latest('id')->firstOrFail()->delete();
    // What cannot be used is refused with what was written still there.
    $this->followingRedirects()
        ->from('/wishes')
        ->post('/wishes', ['name' => 'Empty', 'game' => 'ferrywright', 'text' => '   '])
        ->assertSee('Write at least one name');
    $this->post('/wishes', ['name' => 'Other', 'game' => 'chess', 'text' => 'Gulls'])->assertNotFound();
    $this->post("/wishes/{$list->id}", ['name' => 'For the winter', 'text' => 'Gulls'])->assertRedirect();
    expect($list->refresh()->name)
        ->toBe('For the winter')
        ->and(array_column($list->lines, 'id'))
        ->toBe(['gulls']);
    $this->delete("/wishes/{$list->id}")->assertRedirect();
    expect(WishList::query()->count())->toBe(0);
});

it('marks what was found in any depot, on a new list or on one that is there', function (): void {
    $this->get('/find?q=fog')->assertOk()->assertSee('Fogbank')->assertSee('name="ids[]"', false)->assertSee('Halyard');
    $this->post('/wishes/mark', ['game' => 'ferrywright', 'ids' => ['gulls', 'fogbank', 'no-such-thing']])->assertRedirect();
    $list = WishList::query()->firstOrFail();
    expect(array_column($list->lines, 'id'))->toBe(['fogbank', 'gulls']);
    $this->get("/find?q=fog&list={$list->id}")
        ->assertOk()
        ->assertSee('on the list')
        ->assertDontSee('value="fogbank"', false);
    $this->withHeader('X-Fragment', 'rows')
        ->get("/find?list={$list->id}&from=0")
        ->assertOk()
        ->assertDontSee('<html', false);
    $this->flushHeaders();
    $this->post('/wishes/mark', ['list' => $list->id, 'ids' => ['gulls', 'long-piers']])->assertRedirect("/wishes/{$list->id}");
    expect(array_column($list->refresh()->lines, 'id'))->toBe(['fogbank', 'gulls', 'long-piers']);
    $this->post('/wishes/mark', ['list' => $list->id])->assertSessionHasErrors('ids');
    $this->post('/wishes/mark', ['list' => 'gone', 'ids' => ['gulls']])->assertNotFound();
    $this->post('/wishes/mark', ['game' => 'ferrywright', 'ids' => ['no-such-thing']])->assertStatus(422);
    $this->get('/find?game=chess')->assertNotFound();
    expect(WishList::query()->count())->toBe(1);
});

it('says for each base that is chosen by hand how much of a list it holds, and asks for that', function (): void {
    $list = wished('Gulls', 'Fogbank', 'Night Ferries');
    $this->get("/wishes/{$list->id}")
        ->assertOk()
        ->assertSee('Choose build, runtime and memory');
    $some =
        $list->cells()->get()->first(fn (WishCell $cell): bool => $cell->kept > 0 && $cell->kept < 3) ??
        throw new RuntimeException('Each base holds all or nothing.');
    $at = ['game' => 'ferrywright', 'version' => $some->version, 'loader' => $some->loader, 'wishes' => $list->id];
    $this->get('/new?'.http_build_query($at))
        ->assertOk()
        ->assertSee("{$some->kept} of 3 hold here")
        ->assertSee('For the summer');
    $this->post('/instances', [...$at, 'name' => 'By hand', 'memory' => '6144'])->assertRedirect();
    $instance = Instance::query()->where('name', 'By hand')->firstOrFail();
    expect(array_map(fn (Want $want): string => $want->id, $instance->draft->plan->wants))
        ->toBe(array_map(fn (int $index): string => Wishes::of($list)[$index]->id, $some->detail['kept']))
        ->and($instance->plan->base->memory)
        ->toBe(6144);
    expect(World::apply($instance)->applied_at)->not->toBeNull();
    // One that is gone is passed over.
    $this->get('/new?wishes=gone')->assertOk()->assertDontSee('hold here');
});

it('finds what nobody seems to be at any more, by the days of its releases', function (): void {
    $instance = World::applied(['foghorns', 'long-piers']);
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertDontSee('seems abandoned');
    $this->travelTo('2040-01-01');
    Depot::query()->increment('sequence');
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('Foghorns seems abandoned')
        ->assertSee('not followed to the last 4 versions')
        ->assertDontSee('Long Piers seems abandoned');
    $this->get("/instances/{$instance->id}/packages/foghorns")
        ->assertOk()
        ->assertSee('It seems abandoned: it has not followed to the last 4 versions');
    $this->get("/instances/{$instance->id}/packages/long-piers")
        ->assertOk()
        ->assertSee('Following the game')
        ->assertDontSee('seems abandoned');
});

it('tells what is new for what an instance holds, once', function (): void {
    $instance = World::applied(['gulls']);
    $this->get("/instances/{$instance->id}")->assertSee('Tell me of updates and notices');
    $this->post("/instances/{$instance->id}/watch")->assertRedirect();
    $this->get("/instances/{$instance->id}")->assertSee('Stop that');
    DB::table('notices')->insert([
        'package_id' => 'gulls',
        'kind' => 'broken',
        'text' => 'It eats every chip.',
        'depot_id' => Depot::query()->value('id'),
    ]);
    Depot::query()->increment('sequence');
    $this->get("/instances/{$instance->id}")->assertOk();
    $this->get('/')->assertOk()->assertSee('Good news')->assertSee('Gulls is reported broken.');
    $watch = Watch::query()->firstOrFail();
    expect($watch->address())->toContain("/instances/{$instance->id}?only=updates");
    $this->post("/watches/{$watch->id}/read")->assertRedirect();
    $this->get("/instances/{$instance->id}")->assertOk();
    $this->get('/')->assertDontSee('Good news');
    $this->delete("/watches/{$watch->id}")->assertRedirect();
    $this->get("/instances/{$instance->id}")->assertSee('Tell me of updates and notices');
});

it('says of every base what it holds: a set that the checker lets stand, which no other want can join', function (): void {
    $list = wished('Gulls', 'Fogbank', 'Deep Draught', 'Great Cranes', 'Lantern Render', 'Night Ferries');
    $this->get("/wishes/{$list->id}")->assertOk();
    $game = app(Games::class)->get('ferrywright');
    $wants = Wishes::of($list->refresh());
    $catalogue = new DepotCatalogue($game);
    $resolver = new Resolver($catalogue);
    $cells = $list->cells()->get();
    expect(count($cells))
        ->toBeGreaterThan(20)
        ->and($cells->pluck('kept')->unique()->count())
        ->toBeGreaterThan(2);
    foreach ($cells as $cell) {
        $others = array_values(
            array_filter(
                array_map(fn ($loader): Want => new Want($loader->id), $game->loaders),
                fn (Want $other): bool => ! in_array(
                    $other->id,
                    $cell->loader === 'spritsail' ? ['spritsail', 'capstan'] : [$cell->loader],
                    true,
                ),
            ),
        );
        $base = [
            new Want('ferrywright', $catalogue->package('ferrywright')->exactly($cell->version)),
            new Want($cell->loader, $catalogue->package($cell->loader)->exactly($cell->detail['build'])),
            new Want('java'),
        ];
        $asked = fn (array $indices): Request => new Request(
            [...$base, ...array_map(fn (int $index): Want => $wants[$index], $indices)],
            forbid: $others,
        );
        if ($cell->detail['text'] === '') {
            expect((new Checker($catalogue, $asked($cell->detail['kept'])))->violations($cell->detail['versions']))->toBe([]);
        }
        foreach ($cell->detail['lost'] as $lost) {
            expect($resolver->resolve($asked([...$cell->detail['kept'], $lost['want']])) instanceof Resolved)
                ->toBeFalse("{$cell->version} {$cell->loader} {$lost['text']}")
                ->and($lost['text'])
                ->not->toBe('');
        }
    }
    // From a cell to an instance that is whole.
    $best = $cells->sortByDesc('kept')->first();
    $this->get("/wishes/{$list->id}?at=".urlencode("{$best->version} on {$best->loader}"))
        ->assertOk()
        ->assertSee("{$best->kept} of 6 come along")
        ->assertSee('Make it here');
    $this->post("/wishes/{$list->id}/make", ['version' => $best->version, 'loader' => $best->loader, 'name' => 'Summer'])->assertRedirect();
    $instance = Instance::query()->where('name', 'Summer')->firstOrFail();
    expect(count(World::apply($instance)->plan->wants))->toBe($best->kept);
    $this->post("/wishes/{$list->id}/make", ['version' => '9.9', 'loader' => 'halyard', 'name' => 'Nowhere'])
        ->assertStatus(409)
        ->assertSee('Nothing was made');
});

it('moves an instance beside itself: what waits is remembered, configs and chosen worlds come along, the old one stays', function (): void {
    $instance = World::applied(['gulls', 'fogbank', 'long-piers']);
    $folder = new Folder($instance);
    foreach (
        [
            'worlds/Long Shore/world.json' => '{"mods": {"fogbank": "1.0.0"}}',
            'worlds/Left Here/world.json' => '{"mods": {}}',
            'config/sound.txt' => 'quiet',
        ] as $path => $text
    ) {
        File::ensureDirectoryExists(dirname($folder->live($path)));
        file_put_contents($folder->live($path), $text);
    }
    $before = World::tree($folder->live());
    $this->get("/instances/{$instance->id}/move")
        ->assertOk()
        ->assertSee('Where could these 3 live?');
    $list = WishList::query()->where('instance_id', $instance->id)->firstOrFail();
    $here = $list->cells()->where('version', '3.2.1')->where('loader', 'halyard')->firstOrFail();
    expect($here->kept)->toBe(3);
    $there = $list
        ->cells()
        ->where('loader', 'halyard')
        ->get()
        ->first(fn (WishCell $cell): bool => $cell->kept > 0 && ! in_array(1, $cell->detail['kept'], true));
    expect($there)->not->toBeNull();
    $this->get("/instances/{$instance->id}/move?at=".urlencode("{$there->version} on halyard"))
        ->assertOk()
        ->assertSee('Long Shore was saved with Fogbank')
        ->assertSee('Move there');
    $this->post("/wishes/{$list->id}/make", [
        'version' => $there->version,
        'loader' => 'halyard',
        'name' => 'Moved',
        'worlds' => ['Long Shore', '../../../etc', '..', '.'],
    ])->assertRedirect();
    $new = Instance::query()->where('name', 'Moved')->firstOrFail();
    expect($new->moved_from)
        ->toBe($instance->id)
        ->and(array_map(fn (Want $want): string => $want->id, $new->draft->plan->off))
        ->toContain('fogbank')
        ->and(file_get_contents((new Folder($new))->live('config/sound.txt')))
        ->toBe('quiet')
        ->and((new Folder($new))->live('worlds/Long Shore/world.json'))
        ->toBeFile()
        ->and((new Folder($new))->live('worlds/Left Here'))
        ->not->toBeDirectory()
        ->and((new Folder($new))->live('mods'))
        ->not->toBeDirectory();
    $new = World::apply($new);
    expect(World::rehearsed($new)->state->value)
        ->toBe('clean')
        ->and(World::tree($folder->live()))
        ->toBe($before)
        ->and(file_get_contents((new Folder($new))->live('config/sound.txt')))
        ->toBe('quiet');
    $this->get("/instances/{$new->id}/move")
        ->assertOk()
        ->assertSee('It was made beside')
        ->assertSee($instance->name);
    $this->get("/instances/{$instance->id}/move")
        ->assertOk()
        ->assertSee('It has launched cleanly as')
        ->assertSee('Moved');
    // Both say that it has launched cleanly, and the old one goes out of the way, for as long as somebody wants.
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('It has launched cleanly as Moved');
    $this->get("/instances/{$new->id}")
        ->assertOk()
        ->assertSee("Put {$instance->name} away");
    $this->post("/instances/{$instance->id}/put-away")->assertRedirect('/');
    $this->get('/')
        ->assertOk()
        ->assertSee('Put away')
        ->assertSee("Bring back {$instance->name}")
        ->assertDontSee('was put away');
    $this->get("/instances/{$instance->id}")
        ->assertOk()
        ->assertSee('is put away')
        ->assertSee('Bring it back');
    $this->post("/instances/{$instance->id}/rehearsals")
        ->assertStatus(409)
        ->assertSee('is put away');
    $this->get("/instances/{$new->id}")
        ->assertOk()
        ->assertDontSee("Put {$instance->name} away");
    $this->travel(31)->days();
    $this->get('/')
        ->assertOk()
        ->assertSee('was put away')
        ->assertSee("Remove {$instance->name} with all its files");
    $this->travelBack();
    $this->post("/instances/{$instance->id}/bring-back")->assertRedirect("/instances/{$instance->id}");
    expect(World::tree($folder->live()))
        ->toBe($before)
        ->and(World::rehearsed($instance->refresh())->state->value)
        ->toBe('clean');
    // A list that is an instance's is not changed for itself.
    $this->post("/wishes/{$list->id}", ['name' => 'Other', 'text' => 'Gulls'])->assertStatus(409);
    $this->get("/wishes/{$list->id}")->assertRedirect("/instances/{$instance->id}/move");
});

it('tells on the register who came to a cell that is waited for, until it was seen', function (): void {
    $list = wished('Gulls', 'Fogbank', 'Long Piers');
    $this->get("/wishes/{$list->id}")->assertOk();
    $cell = $list
        ->cells()
        ->where('loader', 'halyard')
        ->get()
        ->first(fn (WishCell $cell): bool => ! in_array(1, $cell->detail['kept'], true) && $cell->kept > 0);
    $cell = $cell ?? throw new RuntimeException('Fogbank is everywhere.');
    $this->post("/wishes/{$list->id}/watch", ['watch' => '1', 'version' => $cell->version, 'loader' => 'halyard'])->assertRedirect();
    $this->get("/wishes/{$list->id}?at=".urlencode("{$cell->version} on halyard"))
        ->assertOk()
        ->assertSee('Stop that');
    $this->get('/')->assertOk()->assertDontSee('Good news');
    // A release that is for it comes; the next look of the tender notices.
    $path = Archives::file([
        'ferry.mod.json' => (string) json_encode([
            'id' => 'fogbank',
            'version' => '99.0.0',
            'name' => 'Fogbank Weather',
            'type' => 'mod',
            'loaders' => ['halyard'],
            'side' => 'both',
            'needs' => ['ferrywright' => "={$cell->version}"],
            'needsOneOf' => [],
            'breaks' => [],
            'provides' => (object) [],
        ]),
    ]);
    $this->post('/shelf', ['game' => 'ferrywright', 'files' => [new UploadedFile($path, 'fogbank-99.zip', test: true)]])->assertRedirect();
    Artisan::call('stasimon:tend', ['--once' => true]);
    $this->get('/')
        ->assertOk()
        ->assertSee('Good news')
        ->assertSee($cell->kept + 1 === 3 ? 'All 3 hold' : '2 of 3 hold')
        ->assertSee('Fogbank Weather came.');
    $watch = Watch::query()->firstOrFail();
    $this->post("/watches/{$watch->id}/read")->assertRedirect('/');
    $this->get('/')->assertDontSee('Good news');
    // Where all hold there is nothing to wait for.
    $all = $list->cells()->where('kept', 3)->firstOrFail();
    $this->post("/wishes/{$list->id}/watch", ['watch' => '1', 'version' => $all->version, 'loader' => $all->loader])
        ->assertStatus(409)
        ->assertSee('nothing to wait for');
});

it('reads depots again when they are due, as often as was set, and not twice at once', function (): void {
    $schedule = app(Schedule::class);
    config(['stasimon.read_every' => 0]);
    $depot = Depot::query()->where('slug', 'slipway')->firstOrFail();
    $depot->update(['synced_at' => now()->subHours(2)]);
    Task::query()->delete();
    $schedule->look();
    expect(Task::query()->where('kind', 'sync')->count())->toBe(0);
    $this->post('/depots/schedule', ['minutes' => '-1'])->assertSessionHasErrors('minutes');
    $this->post('/depots/schedule', ['minutes' => '60'])->assertRedirect();
    $this->get('/depots')->assertOk()->assertSee('value="60" selected', false);
    $schedule->look();
    $depot->update(['synced_at' => now()->subHours(2)]);
    $schedule->look();
    expect($schedule->minutes())
        ->toBe(60)
        ->and(Task::query()->where('kind', 'sync')->count())
        ->toBe(1);
});

it('takes away what was copied in part, and never from an instance that has something of its own', function (): void {
    [$from, $to] = [World::applied(['gulls']), World::instance(['gulls'])];
    $live = (new Folder($to))->live();
    File::ensureDirectoryExists("{$live}/worlds/Half");
    $task = Task::query()->create([
        'kind' => 'copy own',
        'state' => 'running',
        'subject' => ['from' => $from->id, 'to' => $to->id, 'worlds' => []],
    ]);
    app(CopyOwn::class)->abandon($task, 'Its worker was ended.');
    expect(is_dir($live))->toBeFalse();
    $to = World::apply($to);
    File::ensureDirectoryExists("{$live}/worlds/Mine");
    app(CopyOwn::class)->abandon($task, 'Its worker was ended.');
    expect(is_dir("{$live}/worlds/Mine"))->toBeTrue();
});
