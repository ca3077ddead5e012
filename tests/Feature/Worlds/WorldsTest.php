<?php

declare(strict_types=1);

use App\Depots\ReleaseRow;
use App\Disk\Folder;
use App\Games\Games;
use App\Models\Backup;
use App\Models\Instance;
use App\Models\Task;
use App\Refusal\Refusal;
use App\Shelf\Incoming;
use App\Store\Store;
use App\Worlds\Backups;
use App\Worlds\Came;
use App\Worlds\KeptByTheClock;
use App\Worlds\Worlds;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Symfony\Component\Process\Process;
use Tests\Support\World;
use Tests\Support\ZipBytes;

beforeEach(fn () => World::depot());

/** @param  array<string, string>  $files  path below the folder of worlds => content */
function worldsOf(Instance $instance, array $files): void
{
    foreach ($files as $path => $text) {
        $file = (new Folder($instance))->live("worlds/{$path}");
        File::ensureDirectoryExists(dirname($file));
        file_put_contents($file, $text);
    }
}

it('says of each world whether it would open whole, and why not', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    $versions = $instance->versions();
    worldsOf($instance, [
        'Whole/world.json' => (string) json_encode(['mods' => ['gulls' => $versions['gulls']]]),
        'Short/world.json' => '{"mods": {"great-cranes": "1.0.0", "gulls": "'.$versions['gulls'].'"}}',
        'Newer/world.json' => '{"mods": {"fogbank": "2.2.0-beta.1"}}',
        'Silent/world.json' => '{}',
        'Silent/harbour.dat' => str_repeat('x', 3_000),
    ]);
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSee('opens whole')
        ->assertSee('lacks Great Cranes')
        ->assertSee('saved by a newer Fogbank Weather')
        ->assertSee('does not say what it was saved with')
        ->assertSee('3 kB');
    $this->get('/instances/'.World::instance([])->id.'/worlds')
        ->assertOk()
        ->assertSee('There is no world yet');
});

it('keeps worlds when it is asked to, by the rule, and puts them back', function (): void {
    $instance = World::applied(['gulls']);
    $this->post("/instances/{$instance->id}/worlds/backup")->assertRedirect();
    expect(Backup::query()->count())->toBe(0);
    worldsOf($instance, ['Long Shore/world.json' => '{"mods": {}}', 'Long Shore/harbour.dat' => 'first']);
    // One of each day of three weeks; the rule leaves all of today, six days and the last of each week before.
    foreach (range(20, 0) as $days) {
        $this->travelTo(now()->setTime(12, 0)->subDays($days));
        $this->post("/instances/{$instance->id}/worlds/backup")->assertRedirect();
        if ($days === 20) {
            $this->post('/instances/'.$instance->id.'/worlds/backups/'.Backup::query()->value('id').'/name', [
                'name' => 'At the start',
            ])->assertRedirect();
        }
        $this->travelBack();
    }
    $left = Backup::query()->orderBy('id')->get();
    expect($left->count())
        ->toBeGreaterThan(8)
        ->toBeLessThan(12)
        ->and($left->first()?->name)
        ->toBe('At the start')
        ->and($left->last()?->made_at->isToday())
        ->toBeTrue();
    $page = $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSee('At the start')
        ->assertSee('asked for')
        ->assertSee('<circle', false);
    expect(substr_count((string) $page->getContent(), '<circle'))->toBe($left->count());
    // Changed since, and back as it was; what was there before is kept as well.
    worldsOf($instance, ['Long Shore/harbour.dat' => 'second', 'Other/world.json' => '{}']);
    $folder = (new Folder($instance))->live('worlds');
    $this->post("/instances/{$instance->id}/worlds/backups/{$left->last()?->id}/put-back")->assertRedirect(
        "/instances/{$instance->id}/draft",
    );
    expect(file_get_contents("{$folder}/Long Shore/harbour.dat"))->toBe('second');
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('The worlds become as they were at a backup')
        ->assertSee('worlds as they were');
    World::apply($instance->refresh());
    expect(file_get_contents("{$folder}/Long Shore/harbour.dat"))
        ->toBe('first')
        ->and("{$folder}/Other")
        ->not->toBeDirectory()
        ->and(Backup::query()->where('why', 'before a draft was applied')->count())
        ->toBe(1)
        ->and($instance->refresh()->plan->once->worlds)
        ->toBe(0);
    $this->post(
        '/instances/'.
            $instance->id.
            '/worlds/backups/'.
            Backup::query()->where('why', 'before a draft was applied')->value('id').
            '/put-back',
    )->assertRedirect();
    World::apply($instance->refresh());
    expect(file_get_contents("{$folder}/Long Shore/harbour.dat"))->toBe('second');
    // Another instance's is none of its business, and one whose files are gone changes nothing.
    $other = World::applied(['long-piers']);
    $this->post("/instances/{$other->id}/worlds/backups/{$left->last()?->id}/put-back")->assertNotFound();
    $this->post("/instances/{$other->id}/worlds/backups/{$left->last()?->id}/name", ['name' => 'x'])->assertNotFound();
    $this->post("/instances/{$instance->id}/worlds/backups/99999999999999999/put-back")->assertNotFound();
    $store = app(Store::class)->path(hash('sha256', 'first'));
    chmod($store, 0o644) && unlink($store);
    $this->post("/instances/{$instance->id}/worlds/backups/{$left->last()?->id}/put-back")->assertRedirect();
    expect(fn () => World::apply($instance->refresh()))
        ->toThrow(Refusal::class, 'is not to be had any more')
        ->and(file_get_contents("{$folder}/Long Shore/harbour.dat"))
        ->toBe('second');
});

it('puts worlds back with the mods that they were played with', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    worldsOf($instance, ['Long Shore/world.json' => '{"mods": {}}']);
    $this->post("/instances/{$instance->id}/worlds/backup")->assertRedirect();
    $backup = Backup::query()->firstOrFail();
    $before = $instance->versions();
    $this->post("/instances/{$instance->id}/draft/remove", ['ids' => ['fogbank']]);
    $instance = World::apply($instance->refresh());
    expect($instance->versions())->not->toHaveKey('fogbank');
    $this->post("/instances/{$instance->id}/worlds/backups/{$backup->id}/put-back", ['mods' => '1'])->assertRedirect();
    expect(World::apply($instance->refresh())->versions())->toEqual($before);
    $backup->update(['line_up' => null]);
    $this->post("/instances/{$instance->id}/worlds/backups/{$backup->id}/put-back", ['mods' => '1'])
        ->assertStatus(409)
        ->assertSee('is not known');
});

it('costs what changed of a large file, also where it grew in the middle, and gives it back to the byte', function (): void {
    $instance = World::applied(['gulls']);
    $dice = new Random\Randomizer(new Random\Engine\Mt19937(5));
    $region = $dice->getBytes(6_000_000);
    worldsOf($instance, ['Long Shore/world.json' => '{}', 'Long Shore/region.bin' => $region]);
    $first = app(Backups::class)->make($instance, 'one');
    expect($first?->added)
        ->toBeGreaterThanOrEqual(6_000_000)
        ->and(app(Backups::class)->make($instance, 'again', unlessSame: true)?->id)
        ->toBe($first?->id);
    // One part in a hundred written over in places, and 3,001 bytes put into the middle.
    $changed = $region;
    for ($n = 0; $n < 6; $n++) {
        $changed = substr_replace($changed, $dice->getBytes(10_000), $at = $dice->getInt(0, 5_900_000), 10_000);
    }
    $changed = substr($changed, 0, 3_000_000).$dice->getBytes(3_001).substr($changed, 3_000_000);
    worldsOf($instance, ['Long Shore/region.bin' => $changed]);
    expect(app(Backups::class)->changed($instance, $first))->toBe(['Long Shore' => Came::Changed]);
    $second = app(Backups::class)->make($instance, 'two');
    expect($second?->added)->toBeLessThan(1_200_000)->and(app(Backups::class)->changed($instance, $second))->toBe([]);
    foreach ([[$first, $region], [$second, $changed]] as [$backup, $content]) {
        app(Backups::class)->lay($instance, (int) $backup?->id, $to = sys_get_temp_dir().'/stasimon-laid-'.getmypid());
        expect(hash_file('sha256', "{$to}/Long Shore/region.bin"))->toBe(hash('sha256', $content));
        File::deleteDirectory($to);
    }
});

it('copies a world to another instance, saves it as an archive, takes that in elsewhere, and puts one away and back', function (): void {
    [$instance, $other] = [World::applied(['gulls']), World::applied(['long-piers'])];
    worldsOf($instance, ['Long Shore/world.json' => '{"mods": {"gulls": "2.0.0"}}', 'Long Shore/deep/harbour.dat' => 'here']);
    $at = fn (Instance $of, string $path): string => (new Folder($of))->live("worlds/{$path}");
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSee('lacks Gulls');
    $this->post("/instances/{$instance->id}/worlds/copy", ['world' => 'Long Shore', 'to' => $other->id])->assertRedirect(
        "/instances/{$other->id}/worlds",
    );
    expect(file_get_contents($at($other, 'Long Shore/deep/harbour.dat')))->toBe('here');
    $this->post("/instances/{$instance->id}/worlds/copy", ['world' => 'Long Shore', 'to' => $other->id]);
    expect($at($other, 'Long Shore 2'))->toBeDirectory();
    $this->post("/instances/{$instance->id}/worlds/copy", ['world' => 'None', 'to' => $other->id])->assertNotFound();
    $this->post("/instances/{$instance->id}/worlds/copy", ['world' => 'Long Shore', 'to' => 'none'])->assertNotFound();
    // As an archive, there and back.
    $this->get("/instances/{$instance->id}/worlds/save?world=Long Shore")->assertNotFound();
    $this->post("/instances/{$instance->id}/worlds/export", ['world' => 'Long Shore'])->assertRedirect();
    $archive = $this->get("/instances/{$instance->id}/worlds/save?world=Long Shore")
        ->assertOk()
        ->baseResponse->getFile()
        ->getPathname();
    copy($archive, $copy = sys_get_temp_dir().'/stasimon-world-'.getmypid().'.zip');
    $third = World::applied(['gulls']);
    $this->post("/instances/{$third->id}/worlds/import", ['file' => new UploadedFile($copy, 'anything.zip', test: true)])->assertRedirect();
    expect(World::tree($at($third, 'Long Shore')))->toBe(World::tree($at($instance, 'Long Shore')));
    // What is none, or leads out of the folder, leaves nothing.
    foreach (['a.txt' => 'x', '../../out/world.json' => '{}'] as $path => $text) {
        $zip = new ZipArchive();
        $zip->open($copy, ZipArchive::CREATE | ZipArchive::OVERWRITE);
        $zip->addFromString($path, $text);
        $zip->close();
        $this->post("/instances/{$third->id}/worlds/import", ['file' => new UploadedFile($copy, 'bad.zip', test: true)])->assertRedirect();
        expect(Task::query()->where('kind', 'world')->latest('id')->value('problem'))
            ->toContain('bad.zip')
            ->and(array_values(array_diff(scandir((new Folder($third))->live('worlds')), ['.', '..'])))
            ->toBe(['Long Shore']);
    }
    // One that is too large for a form comes in slices before it.
    (new Process(['zip', '-q', '-r', $copy.'.zip', 'Long Shore'], (new Folder($instance))->live('worlds')))->mustRun();
    $bytes = (string) file_get_contents($copy.'.zip');
    $id = $this->postJson('/incoming', ['name' => '..\\Long Shore.zip', 'size' => strlen($bytes)])
        ->assertOk()
        ->json('id');
    $send = fn (int $offset, int $many): int => $this->call(
        'PUT',
        "/incoming/{$id}?offset={$offset}",
        content: substr($bytes, $offset, $many),
    )
        ->assertOk()
        ->json('come');
    expect($send(0, 100))
        ->toBe(100)
        ->and($send(50, 100))
        ->toBe(100)
        ->and($this->getJson("/incoming/{$id}")->json('come'))
        ->toBe(100);
    $this->post("/instances/{$third->id}/worlds/import", ['come' => $id])
        ->assertStatus(409)
        ->assertSee('did not come whole');
    expect($send(100, strlen($bytes)))->toBe(strlen($bytes));
    $this->post("/instances/{$third->id}/worlds/import", ['come' => $id])
        ->assertRedirect()
        ->assertSessionHas('said', 'Long Shore.zip is being taken in.');
    expect(World::tree($at($third, 'Long Shore 2')))->toBe(World::tree($at($instance, 'Long Shore')));
    $this->post("/instances/{$third->id}/worlds/import", ['come' => $id])->assertStatus(409);
    $short = $this->postJson('/incoming', ['name' => 'x.zip', 'size' => 3])->json('id');
    $this->call('PUT', "/incoming/{$short}?offset=0", content: 'more than that')->assertStatus(422);
    foreach (['../../x', 'none'] as $none) {
        $this->post("/instances/{$third->id}/worlds/import", ['come' => $none])->assertNotFound();
    }
    $this->postJson('/incoming', ['name' => 'x', 'size' => 3_000_000_000])->assertStatus(422);
    $this->travel(25)->hours();
    Incoming::eraseOld();
    $this->travelBack();
    expect(glob(config('stasimon.var').'/incoming/*'))->toBe([]);
    // Away for thirty days, and back.
    $this->post("/instances/{$instance->id}/worlds/away", ['world' => 'Long Shore'])->assertRedirect();
    expect($at($instance, 'Long Shore'))->not->toBeDirectory();
    $page = $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSee('Long Shore is put away');
    preg_match('/name="world" value="([0-9a-f]{16})"/', (string) $page->getContent(), $key);
    $this->post("/instances/{$instance->id}/worlds/back", ['world' => $key[1]])->assertRedirect();
    expect(file_get_contents($at($instance, 'Long Shore/deep/harbour.dat')))->toBe('here');
    $this->post("/instances/{$instance->id}/worlds/back", ['world' => $key[1]])->assertNotFound();
    $this->post("/instances/{$instance->id}/worlds/away", ['world' => 'Long Shore']);
    $this->travel(31)->days();
    Worlds::eraseOld();
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertDontSee('Bring back Long Shore');
});

it('gives one world a data pack of its own and takes it out again, each as a draft that keeps the worlds first', function (): void {
    $instance = World::applied(['gulls']);
    worldsOf($instance, ['Long Shore/world.json' => '{}', 'Other/world.json' => '{}']);
    $zip = (new ZipBytes())->add('data/x.json', '{}')->write();
    $release = ReleaseRow::query()->where('package_id', 'tin-funnels')->firstOrFail();
    $known = current(
        array_filter(
            glob(config('stasimon.var').'/depots/*/{,*/,*/*/}*', GLOB_BRACE) ?: [],
            fn (string $of): bool => is_file($of) &&
                filesize($of) === $release->file_size &&
                hash_file('sha256', $of) === trim($release->file_sha256),
        ),
    );
    $send = fn (array $fields) => $this->post("/instances/{$instance->id}/worlds/packs", $fields + ['world' => 'Long Shore']);
    $file = fn (string $name, string $bytes): UploadedFile => UploadedFile::fake()->createWithContent($name, $bytes);
    $send(['file' => new UploadedFile($zip, 'Reefs.zip', test: true)])->assertRedirect();
    $send(['file' => $file('none.zip', 'no archive')])
        ->assertStatus(422)
        ->assertSee('none.zip');
    $send(['file' => new UploadedFile($zip, '..', test: true)])
        ->assertStatus(422)
        ->assertSee('cannot be called');
    $send(['file' => new UploadedFile($zip, 'x.zip', test: true), 'world' => '../Other'])->assertNotFound();
    $send([])->assertSessionHasErrors('file');
    $send(['take' => 'Nothing.zip'])->assertNotFound();
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSee('Reefs.zip')
        ->assertSee('once the draft is applied')
        ->assertSee('1 data pack')
        ->assertSee('a file that no depot knows');
    $send(['file' => $file('Tin.zip', (string) file_get_contents((string) $known)), 'world' => 'Other'])->assertRedirect();
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSee("Tin Funnels {$release->version}, which is not for Ferrywright 3.2.1");
    // Read in an order that a person gives, the last of which wins.
    $send(['file' => $file('Aground.zip', (string) file_get_contents((string) $known))])->assertRedirect();
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSeeInOrder(['Aground.zip', 'Have Aground.zip read later, so that it wins', 'Reefs.zip']);
    $send(['later' => 'Aground.zip'])->assertRedirect();
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSeeInOrder(['Have Reefs.zip read later, so that it wins', 'Aground.zip:']);
    $send(['later' => 'Aground.zip'])
        ->assertStatus(409)
        ->assertSee('read last already');
    $send(['later' => ['x']])->assertSessionHasErrors('later');
    $send(['later' => 'None.zip'])->assertStatus(409);
    $send(['take' => 'Aground.zip'])->assertRedirect();
    $send(['take' => 'Tin.zip', 'world' => 'Other'])->assertRedirect();
    $this->get("/instances/{$instance->id}/configs")
        ->assertOk()
        ->assertDontSee('Reefs.zip');
    $this->get("/instances/{$instance->id}/draft")
        ->assertOk()
        ->assertSee('Reefs.zip comes into worlds/Long Shore/datapacks.');
    $instance = World::apply($instance->refresh());
    $live = (new Folder($instance))->live('worlds/Long Shore/datapacks');
    expect(hash_file('sha256', "{$live}/Reefs.zip"))
        ->toBe(hash_file('sha256', $zip))
        ->and(is_dir((new Folder($instance))->live('worlds/Other/datapacks')))
        ->toBeFalse()
        ->and(app(Backups::class)->of($instance)->first()?->files)
        ->not->toHaveKey('Long Shore/datapacks/Reefs.zip');
    $send(['take' => 'Reefs.zip'])->assertRedirect();
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertDontSee('Reefs.zip:');
    $instance = World::apply($instance->refresh());
    expect(glob("{$live}/*.zip"))->toBe([])->and(is_file("{$live}/Reefs.zip.set-aside"))->toBeTrue();
    @unlink($zip);
});

it('keeps changed worlds by the clock where somebody wants that', function (): void {
    $instance = World::applied(['gulls']);
    worldsOf($instance, ['Long Shore/world.json' => '{}']);
    app(KeptByTheClock::class)->look();
    expect(Backup::query()->count())->toBe(0);
    $this->post("/instances/{$instance->id}/worlds/every", ['hours' => '3'])->assertSessionHasErrors('hours');
    $this->post("/instances/{$instance->id}/worlds/every", ['hours' => '6'])->assertRedirect();
    app(KeptByTheClock::class)->look();
    app(KeptByTheClock::class)->look();
    expect(Backup::query()->pluck('why')->all())->toBe(['by the clock']);
    $this->travel(7)->hours();
    app(KeptByTheClock::class)->look();
    expect(Backup::query()->count())->toBe(1);
    worldsOf($instance, ['Long Shore/world.json' => '{"x": 1}']);
    $this->travel(7)->hours();
    app(KeptByTheClock::class)->look();
    expect(Backup::query()->count())->toBe(2);
});

it('shows and keeps a world of a person that is called like that of a rehearsal, and lets no rehearsal write into it', function (): void {
    $instance = World::applied(['gulls']);
    worldsOf($instance, ['rehearsal/world.json' => '{}', 'rehearsal/land.bin' => 'mine']);
    $this->get("/instances/{$instance->id}/worlds")
        ->assertOk()
        ->assertSee('rehearsal');
    expect(app(Backups::class)->make($instance, 'kept')?->files)->toHaveKey('rehearsal/land.bin');
    $this->post("/instances/{$instance->id}/rehearsals")
        ->assertStatus(409)
        ->assertSee('A world of yours is called "rehearsal"');
    expect($instance->rehearsals()->count())
        ->toBe(0)
        ->and($instance->refresh()->trial_made)
        ->toBeFalse();
    (new Worlds(app(Games::class)->get('ferrywright')))->rename($instance, 'rehearsal', 'Long Shore');
    $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect();
    // The one that the rehearsal made is nobody's.
    $made = (new Folder($instance))->live('worlds/rehearsal/world.json');
    expect($made)
        ->toBeFile()
        ->and(array_keys((new Worlds(app(Games::class)->get('ferrywright')))->of($instance->refresh())))
        ->toBe(['Long Shore'])
        ->and(array_keys(app(Backups::class)->make($instance, 'again')->files ?? []))
        ->toBe(['Long Shore/land.bin', 'Long Shore/world.json']);
    $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect();
});

it('renames a world, and refuses what is no name or is taken', function (): void {
    $instance = World::applied(['gulls']);
    worldsOf($instance, ['Long Shore/world.json' => '{}', 'Other/world.json' => '{}']);
    $rename = fn (string $world, string $name) => $this->post("/instances/{$instance->id}/worlds/rename", [
        'world' => $world,
        'name' => $name,
    ]);
    foreach (['../x', '.hidden', 'a/b', 'x.', "a\nb", ''] as $bad) {
        $rename('Long Shore', $bad)->assertSessionHasErrors('name');
    }
    $rename('Long Shore', 'Other')->assertStatus(409);
    $rename('Long Shore', 'rehearsal')->assertStatus(409);
    $rename('../../x', 'New')->assertNotFound();
    $rename('Long Shore', 'Short Shore')->assertRedirect();
    expect((new Folder($instance))->live('worlds/Short Shore/world.json'))
        ->toBeFile()
        ->and((new Folder($instance))->live('worlds/Long Shore'))
        ->not->toBeDirectory();
});

it('costs little more than what changed', function (): void {
    $instance = World::applied(['gulls']);
    $files = ['Long Shore/world.json' => '{}'];
    for ($region = 0; $region < 100; $region++) {
        $files["Long Shore/region-{$region}.dat"] = random_bytes(10_000);
    }
    worldsOf($instance, $files);
    $size = fn (): int => array_sum(array_map(fn ($file): int => $file->getSize(), File::allFiles(config('stasimon.var').'/store')));
    $before = $size();
    app(Backups::class)->make($instance, 'first');
    $whole = $size() - $before;
    worldsOf($instance, ['Long Shore/region-7.dat' => random_bytes(10_000)]);
    app(Backups::class)->make($instance, 'second');
    expect($size() - $before - $whole)
        ->toBeGreaterThan(9_999)
        ->toBeLessThan(intdiv($whole, 20));
});

it('puts away several worlds at once, and says of one that it cannot', function (): void {
    World::depot();
    $instance = World::applied(['gulls']);
    worldsOf($instance, ['One/world.json' => '{}', 'Two/world.json' => '{}', 'Three/world.json' => '{}']);
    $this->get("/instances/{$instance->id}/worlds")->assertOk()->assertSee('Mark all worlds');
    $this->post("/instances/{$instance->id}/worlds/away-many", ['worlds' => ['One', 'Two', 'No such']])->assertRedirect();
    expect(session('said'))
        ->toContain('2 worlds are put away')
        ->toContain('No such')
        ->and((new Folder($instance))->live('worlds/One'))
        ->not->toBeDirectory()
        ->and((new Folder($instance))->live('worlds/Three'))
        ->toBeDirectory();
    $this->post("/instances/{$instance->id}/worlds/away-many", [])->assertSessionHasErrors();
});
