<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Depots\DepotFailure;
use App\Depots\Sync\Synchronising;
use App\Disk\Folder;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Models\TrialState;
use App\Packs\DepotFolder;
use App\Packs\DepotPack;
use App\Packs\Packing;
use App\Store\Store;
use App\Store\Texts;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Opis\JsonSchema\Validator;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\UnusablePack;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\HandOff;
use Tests\Support\World;

beforeEach(fn () => World::depot());

function ownFile(Instance $instance, string $path, ?string $text = null): string
{
    $file = (new Folder($instance))->live($path);
    File::ensureDirectoryExists(dirname($file));

    return $text === null ? (string) @file_get_contents($file) : (string) file_put_contents($file, $text);
}

/** @param  list<string>  $configs */
function packed(Instance $instance, string $version, array $configs): PackRelease
{
    test()
        ->post("/instances/{$instance->id}/pack", [
            'id' => 'archipelago',
            'version' => $version,
            'name' => 'Archipelago',
            'licence' => 'MIT',
            'summary' => 'All of it.',
            'configs' => $configs,
        ])
        ->assertRedirect();

    return PackRelease::query()->where('version', $version)->firstOrFail();
}

it('is made of an instance, leaves secrets out, and makes the same elsewhere from its file alone', function (): void {
    $author = World::applied(['fogbank', 'long-piers']);
    ownFile($author, 'config/sound.json', '{"loud": 1}');
    ownFile($author, 'config/chat.cfg', "nick = me\naccess-token = 0123456789abcdef\n");
    $this->get("/instances/{$author->id}/pack")
        ->assertOk()
        ->assertSee('looks like it has a secret in line 2')
        ->assertSee('value="harbour-lights"', false);
    $pack = packed($author, '4', ['config/sound.json', 'config/../../x', 'mods/none']);
    $this->get("/packs/{$pack->id}")
        ->assertOk()
        ->assertSee('Archipelago')
        ->assertSee('config/sound.json')
        ->assertDontSee('chat.cfg');
    $path = $this->get("/packs/{$pack->id}/file")
        ->assertOk()
        ->baseResponse->getFile()
        ->getPathname();
    copy($path, $copy = sys_get_temp_dir().'/stasimon-pack-'.getmypid().'.zip');
    $opened = PackFile::open($copy, 'it');
    $read = $opened->pack;
    expect($opened->configs)
        ->toBe(['config/sound.json' => '{"loud": 1}'])
        ->and(
            (new Validator())
                ->validate(json_decode(PackFile::document($read)), (string) file_get_contents(base_path('docs/formats/pack.schema.json')))
                ->isValid(),
        )
        ->toBeTrue();
    exec(PHP_BINARY.' '.base_path('bin/stasimon').' pack check '.escapeshellarg($copy), $said, $exit);
    expect($exit)
        ->toBe(0)
        ->and($said[0])
        ->toStartWith('Archipelago (archipelago) 4: ferrywright 3.2.1 on halyard')
        ->toContain('1 configs. It is whole.');
    // Somewhere else: nothing but the file.
    PackRelease::query()->delete();
    $this->post('/packs', ['file' => new UploadedFile($copy, 'archipelago.zip', test: true)])->assertRedirect();
    $came = PackRelease::query()->firstOrFail();
    $this->post("/packs/{$came->id}/make", ['name' => 'Mine'])->assertRedirect();
    $mine = Instance::query()->where('name', 'Mine')->firstOrFail();
    $this->get("/instances/{$mine->id}/draft")
        ->assertOk()
        ->assertSee('config/sound.json gets another content.')
        ->assertSee('1 config');
    $mine = World::apply($mine);
    expect($mine->pack_id)
        ->toBe($came->id)
        ->and($mine->versions())
        ->toEqual($author->versions())
        ->and(ownFile($mine, 'config/sound.json'))
        ->toBe('{"loud": 1}')
        ->and(World::rehearsed($mine)->state->value)
        ->toBe('clean');
    // The same release twice is one; the same version of something else is refused.
    $this->post('/packs', ['file' => new UploadedFile($copy, 'archipelago.zip', test: true)])->assertRedirect("/packs/{$came->id}");
    $this->post("/instances/{$author->id}/pack", [
        'id' => 'archipelago',
        'version' => '4',
        'name' => 'Another',
        'configs' => [],
    ])->assertStatus(409);
    file_put_contents($copy, 'no archive');
    exec(PHP_BINARY.' '.base_path('bin/stasimon').' pack check '.escapeshellarg($copy), $refused, $exit);
    expect($exit)->toBe(1)->and($refused)->toHaveCount(1);
    $this->post('/packs', ['file' => new UploadedFile($copy, 'archipelago.zip', test: true)])->assertRefused('archipelago.zip');
    $this->post("/instances/{$author->id}/pack", ['id' => 'No Id', 'version' => '', 'name' => ''])->assertSessionHasErrors([
        'id',
        'version',
        'name',
    ]);
    unlink($copy);
});

it('stops no page when one that was kept before cannot be used any more, and says so on its own', function (): void {
    $instance = World::applied(['fogbank']);
    $pack = packed($instance, '4', []);
    $empty = World::applied([]);
    $this->post("/instances/{$empty->id}/pack", ['id' => 'empty', 'version' => '1', 'name' => 'Empty'])->assertSee('Add a mod first');
    $pack->update(['document' => strtr($pack->document, ['All of it.' => 'All\u0000of it.'])]);
    foreach (['hand-off', 'pack', 'history'] as $page) {
        $this->get("/instances/{$instance->id}/{$page}")->assertOk();
    }
    $this->get('/packs')->assertOk()->assertSee('Archipelago');
    $this->get("/packs/{$pack->id}")
        ->assertStatus(422)
        ->assertSee('cannot be used any more')
        ->assertSee('U+0000');
    $this->get("/instances/{$instance->id}/hand-off?beside={$pack->id}")
        ->assertStatus(422)
        ->assertSee('U+0000');
    $this->delete("/packs/{$pack->id}")->assertRedirect();
});

it('brings an instance to a newer release: what is one\'s own stays, configs are merged, and it can be undone', function (): void {
    $author = World::applied(['fogbank', 'long-piers', 'deep-draught']);
    foreach (
        [
            'config/sound.json' => '{"loud": 1, "echo": 1}',
            'config/map.cfg' => "a = 1\nb = 1\nc = 1\n",
            'config/old.cfg' => "x\n",
            'config/same.cfg' => "s\n",
        ] as $file => $text
    ) {
        ownFile($author, $file, $text);
    }
    $first = packed($author, '4', ['config/sound.json', 'config/map.cfg', 'config/old.cfg', 'config/same.cfg']);
    $this->post("/packs/{$first->id}/make", ['name' => 'Mine']);
    $mine = World::apply(Instance::query()->where('name', 'Mine')->firstOrFail());
    // The person adds a mod, turns one off, and changes configs.
    $this->post("/instances/{$mine->id}/draft/add", ['ids' => ['gulls']]);
    $this->post("/instances/{$mine->id}/draft/off", ['ids' => ['long-piers']]);
    $mine = World::apply($mine->refresh());
    ownFile($mine, 'config/sound.json', '{"loud": 5, "echo": 1}');
    ownFile($mine, 'config/map.cfg', "a = 1\nb = 1\nc = 7\n");
    ownFile($mine, 'config/mine.cfg', "mine\n");
    ownFile($mine, 'worlds/Long Shore/world.json', '{"mods": {"deep-draught": "1.0.0", "gulls": "1.0.0"}}');
    // The author drops one, takes an older release of another, and changes configs.
    $this->post("/instances/{$author->id}/draft/remove", ['ids' => ['deep-draught']]);
    $this->post("/instances/{$author->id}/draft/range", ['id' => 'fogbank', 'range' => '<2.1']);
    $author = World::apply($author->refresh());
    foreach (
        [
            'config/sound.json' => '{"loud": 2, "echo": 0, "new": true}',
            'config/map.cfg' => "a = 9\nb = 1\nc = 1\n",
            'config/new.cfg' => "n\n",
        ] as $file => $text
    ) {
        ownFile($author, $file, $text);
    }
    $this->get("/instances/{$author->id}/pack")
        ->assertOk()
        ->assertSee('Dropped: Deep Draught')
        ->assertSee('Fogbank Weather 2.1.0 to 2.0.3')
        ->assertSee('value="5"', false);
    $second = packed($author, '5', ['config/sound.json', 'config/map.cfg', 'config/new.cfg', 'config/same.cfg']);
    $this->get("/packs/{$second->id}")
        ->assertOk()
        ->assertSee('as of release 4')
        ->assertSee('See what this');
    $this->get("/instances/{$mine->id}/pack/update?to={$second->id}")
        ->assertOk()
        ->assertSee('4 to 5')
        ->assertSee('The pack does without it.')
        ->assertSee('You added it.')
        ->assertSee('take the')
        ->assertSee('Long Shore')
        ->assertSee('was saved with')
        ->assertSee('config/old.cfg');
    // The pack's side of what both changed, and then one's own.
    $this->post("/instances/{$mine->id}/pack/update", ['to' => $second->id, 'configs' => ['config/sound.json']])->assertRedirect();
    $taken = app(Texts::class)->get($mine->refresh()->draft->plan->once->own['config/sound.json']->content);
    expect(json_decode((string) $taken, true))->toBe(['loud' => 2, 'echo' => 0, 'new' => true]);
    $this->post("/instances/{$mine->id}/draft/discard");
    $this->post("/instances/{$mine->id}/pack/update", ['to' => $second->id])->assertRedirect();
    $before = $mine->versions();
    $mine = World::apply($mine->refresh());
    expect($mine->pack_id)
        ->toBe($second->id)
        ->and($mine->versions()['fogbank'])
        ->toBe('2.0.3')
        ->and($mine->versions())
        ->toHaveKey('gulls')
        ->not->toHaveKey('deep-draught')
        ->and(array_map(fn (Want $want): string => $want->id, $mine->plan->off))
        ->toBe(['long-piers'])
        ->and(json_decode(ownFile($mine, 'config/sound.json'), true))
        ->toBe(['loud' => 5, 'echo' => 0, 'new' => true])
        ->and(ownFile($mine, 'config/map.cfg'))
        ->toBe("a = 9\nb = 1\nc = 7\n")
        ->and(ownFile($mine, 'config/new.cfg'))
        ->toBe("n\n")
        ->and(ownFile($mine, 'config/old.cfg'))
        ->toBe('')
        ->and(ownFile($mine, 'config/old.cfg.set-aside'))
        ->toBe("x\n")
        ->and(ownFile($mine, 'config/mine.cfg'))
        ->toBe("mine\n");
    $this->get("/instances/{$mine->id}/pack/update?to={$second->id}")
        ->assertOk()
        ->assertSee('Nothing changes');
    // Undone like any other draft that was applied.
    $this->post("/instances/{$mine->id}/draft/restore", ['point' => (string) $mine->history()->value('id'), 'own' => '1']);
    $mine = World::apply($mine->refresh());
    expect($mine->versions())->toEqual($before)->and(ownFile($mine, 'config/sound.json'))->toBe('{"loud": 5, "echo": 1}');
});

it('refuses an update to what stands elsewhere, or is of another pack', function (): void {
    $author = World::applied(['gulls']);
    $pack = packed($author, '1', []);
    $elsewhere = World::applied(['gulls'], '3.2.2');
    $other = packed($elsewhere, '2', []);
    $this->post("/instances/{$author->id}/pack/update", ['to' => $other->id])
        ->assertStatus(409)
        ->assertSee('another version of the game');
    $this->post("/instances/{$elsewhere->id}/pack", ['id' => 'else', 'version' => '1', 'name' => 'Else'])->assertRedirect();
    $this->post("/instances/{$author->id}/pack/update", ['to' => PackRelease::query()->where('pack', 'else')->value('id')])
        ->assertStatus(409)
        ->assertSee('another pack');
    $this->get("/instances/{$author->id}/pack/update?to=nothing")->assertNotFound();
    $alone = World::applied(['long-piers']);
    $this->get("/instances/{$alone->id}/pack/update?to={$pack->id}")
        ->assertStatus(409)
        ->assertSee('of no pack');
    $this->delete("/packs/{$pack->id}")->assertRedirect();
    expect($author->refresh()->pack_id)->toBeNull();
    $this->get("/instances/{$author->id}/pack")->assertOk();
});

it('is published into a folder, found in the depot that it is, fetched from there, and lied to by none', function (): void {
    $author = World::applied(['gulls']);
    $picture = UploadedFile::fake()->image('islands.jpg', 900, 640);
    $this->post("/instances/{$author->id}/pack", [
        'id' => 'small',
        'version' => '1',
        'name' => 'Small Crossing',
        'summary' => 'A short one.',
        'picture' => $picture,
        'signed' => '1',
    ])->assertRedirect();
    $pack = PackRelease::query()->firstOrFail();
    $this->get("/packs/{$pack->id}")
        ->assertOk()
        ->assertSee('Signed with the key');
    expect(
        getimagesizefromstring(
            (string) file_get_contents(
                $this->get("/packs/{$pack->id}/picture")
                    ->assertOk()
                    ->baseResponse->getFile()
                    ->getPathname(),
            ),
        ),
    )->toMatchArray([400, 400, IMAGETYPE_PNG]);
    $this->post("/instances/{$author->id}/pack", [
        'id' => 'small',
        'version' => '2',
        'name' => 'Small Crossing',
        'picture' => UploadedFile::fake()->createWithContent('x.png', 'none'),
    ])
        ->assertStatus(422)
        ->assertSee('no picture that can be read');
    $folder = config('stasimon.var').'/published/mine';
    $this->post("/packs/{$pack->id}/publish", ['folder' => '/etc/packs', 'depot' => 'Mine'])
        ->assertStatus(422)
        ->assertSee('not a folder below one that may be written');
    $this->post("/packs/{$pack->id}/publish", ['folder' => $folder, 'depot' => 'Mine'])
        ->assertRedirect()
        ->assertSessionHas('said', fn (string $said): bool => str_contains($said, 'is published in'));
    // The folder, served as it lies, is a depot.
    $free = stream_socket_server('tcp://127.0.0.1:0');
    $port = (int) substr((string) strrchr((string) stream_socket_get_name($free, false), ':'), 1);
    fclose($free);
    $server = new Symfony\Component\Process\Process([PHP_BINARY, '-S', "127.0.0.1:{$port}", '-t', $folder]);
    $server->start();
    for (
        $end = microtime(true) + 60;
        @file_get_contents("http://127.0.0.1:{$port}/depot.json") === false && microtime(true) < $end;
        usleep(50_000)
    );
    config(['stasimon.private_depots' => [...config('stasimon.private_depots'), "127.0.0.1:{$port}"]]);
    $depot = Depot::query()->create([
        'slug' => 'mine',
        'name' => "127.0.0.1:{$port}",
        'url' => "http://127.0.0.1:{$port}",
        'moderated' => false,
        'place' => 5,
    ]);
    PackRelease::query()->delete();
    app(Synchronising::class)->run($depot, World::task(null, 'sync'));
    $this->get('/packs?q=crossing')->assertOk()->assertSee('Small Crossing')->assertSee('A short one.')->assertSee('Fetch');
    $this->get('/packs?q=nothing')->assertOk()->assertSee('No depot has a pack with these words.');
    $found = DepotPack::query()->firstOrFail();
    $this->post("/packs/found/{$found->id}")->assertRedirect('/packs');
    $came = PackRelease::query()->firstOrFail();
    expect($came->only(['pack', 'version', 'document', 'signature']))->toBe($pack->only(['pack', 'version', 'document', 'signature']));
    $this->get('/packs')->assertOk()->assertSee('See Small Crossing 1');
    // A list that lies about a file brings nothing, and says why; one that cannot be read leaves what was there.
    PackRelease::query()->delete();
    app(Store::class)->has($found->file_sha256) && unlink(app(Store::class)->path($found->file_sha256));
    $list = json_decode((string) file_get_contents("{$folder}/packs.json"));
    $list->packs[0]->file->sha256 = str_repeat('0', 64);
    $list->packs[] = ['id' => '../x', 'version' => '1'];
    file_put_contents("{$folder}/packs.json", json_encode($list));
    app(Synchronising::class)->run($depot->refresh(), World::task(null, 'sync'));
    expect($depot->refresh()->problem)->toStartWith('1 of its packs cannot be used.');
    $this->post('/packs/found/'.DepotPack::query()->value('id'))->assertRedirect('/packs');
    $this->get('/packs')->assertOk()->assertSee('Fetch again');
    expect(PackRelease::query()->exists())->toBeFalse();
    file_put_contents("{$folder}/packs.json", '{"format": "x"}');
    expect(fn () => app(Synchronising::class)->run($depot->refresh(), World::task(null, 'sync')))
        ->toThrow(DepotFailure::class)
        ->and(DepotPack::query()->count())
        ->toBe(1);
    $server->stop();
    File::deleteDirectory($folder);
});

it('says when the next release is signed by somebody else', function (): void {
    $author = World::applied(['gulls', 'fogbank']);
    $this->post("/instances/{$author->id}/pack", ['id' => 'small', 'version' => '1', 'name' => 'Small', 'signed' => '1'])->assertRedirect();
    $first = PackRelease::query()->firstOrFail();
    $this->post("/packs/{$first->id}/make", ['name' => 'Mine']);
    $mine = World::apply(Instance::query()->where('name', 'Mine')->firstOrFail());
    $this->post("/instances/{$author->id}/draft/remove", ['ids' => ['fogbank']]);
    $author = World::apply($author->refresh());
    unlink(config('stasimon.var').'/signing.key');
    $this->post("/instances/{$author->id}/pack", ['id' => 'small', 'version' => '2', 'name' => 'Small', 'signed' => '1'])->assertRedirect();
    $this->post("/instances/{$author->id}/pack", ['id' => 'small', 'version' => '3', 'name' => 'Small'])->assertRedirect();
    [$second, $third] = [
        PackRelease::query()->where('version', '2')->value('id'),
        PackRelease::query()->where('version', '3')->value('id'),
    ];
    $this->get("/instances/{$mine->id}/pack/update?to={$second}")
        ->assertOk()
        ->assertSee('and the one before with');
    $this->get("/instances/{$mine->id}/pack/update?to={$third}")
        ->assertOk()
        ->assertSee('is not signed, and the one before was');
    expect(fileperms(config('stasimon.var').'/signing.key') & 0o077)->toBe(0);
});

it('is published into a folder that is a depot after it, once, and never over another', function (): void {
    $folder = sys_get_temp_dir().'/stasimon-depot-'.getmypid();
    $file = "{$folder}.zip";
    $make = fn (string $version, string $summary) => PackFile::write(
        $file,
        PackFile::document(
            new Pack(
                'p',
                $version,
                new HandOff('P', new Plan(new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 4096), [new Want('gulls')]), [
                    'gulls' => '2.0.0',
                ]),
                $summary,
            ),
        ),
    );
    $make('1', 'one');
    expect(DepotFolder::publish($file, $folder, 'Mine', 1_700_000_000))
        ->toBeTrue()
        ->and(DepotFolder::publish($file, $folder, 'Mine', 1_700_000_001))
        ->toBeFalse();
    $make('1', 'other');
    expect(fn () => DepotFolder::publish($file, $folder, 'Mine', 1))->toThrow(UnusablePack::class, 'is another one');
    $make('2/ü', 'two');
    expect(DepotFolder::publish($file, $folder, 'Mine', 1_700_000_002))->toBeTrue();
    $list = json_decode((string) file_get_contents("{$folder}/packs.json"));
    expect(array_column($list->packs, 'version'))
        ->toBe(['1', '2/ü'])
        ->and(hash_file('sha256', "{$folder}/{$list->packs[1]->file->path}"))
        ->toBe($list->packs[1]->file->sha256)
        ->and(json_decode((string) file_get_contents("{$folder}/changes.json"))->packs)
        ->toBe('packs.json')
        ->and(json_decode((string) file_get_contents("{$folder}/depot.json"))->name)
        ->toBe('Mine');
    $outside = "{$folder}.outside";
    file_put_contents($outside, 'mine');
    symlink($outside, "{$folder}/packs.json.part");
    $make('3', 'three');
    expect(fn () => DepotFolder::publish($file, $folder, 'Mine', 1))
        ->toThrow(UnusablePack::class, 'is a link to another place')
        ->and(file_get_contents($outside))
        ->toBe('mine');
    unlink("{$folder}/packs.json.part");
    unlink($outside);
    file_put_contents("{$folder}/packs.json", 'none');
    expect(fn () => DepotFolder::publish($file, $folder, 'Mine', 1))
        ->toThrow(UnusablePack::class, 'Nothing was changed')
        ->and(file_get_contents("{$folder}/packs.json"))
        ->toBe('none')
        ->and(fn () => DepotFolder::publish($file, dirname(__DIR__, 2), 'Mine', 1))
        ->toThrow(UnusablePack::class, 'no depot.json');
    exec('rm -rf '.escapeshellarg($folder).' '.escapeshellarg($file).' '.escapeshellarg(dirname(__DIR__, 2).'/.publishing'));
});

it('publishes into a folder that is a depot, or becomes one, and touches no other', function (): void {
    $author = World::applied(['gulls']);
    $release = packed($author, '1', []);
    $file = app(Packing::class)->file($release);
    $root = sys_get_temp_dir().'/stasimon-publishing-'.getmypid();
    File::deleteDirectory($root);
    $publish = fn (string $folder, string $of = ''): bool => DepotFolder::publish(
        $of ?: $file,
        "{$root}/{$folder}",
        'Ida\'s packs',
        1_800_000_000,
    );
    expect($publish('mine'))
        ->toBeTrue()
        ->and($publish('mine'))
        ->toBeFalse()
        ->and(json_decode((string) file_get_contents("{$root}/mine/depot.json"))->name)
        ->toBe('Ida\'s packs');
    $listed = fn (): array => json_decode((string) file_get_contents("{$root}/mine/packs.json"))->packs;
    expect(array_map(fn (stdClass $one): array => [$one->id, $one->version, $one->file->sha256], $listed()))->toBe([
        [$release->pack, '1', hash_file('sha256', $file)],
    ]);
    // What stands there already and is no depot, or cannot be read, stays as it is.
    foreach (
        [
            'other/notes.txt' => 'mine',
            'broken/depot.json' => '{"format": ',
            'odd/changes.json' => '[]',
            'lists/packs.json' => '{"format": "other"}',
        ] as $path => $text
    ) {
        File::ensureDirectoryExists(dirname("{$root}/{$path}"));
        file_put_contents("{$root}/{$path}", $text);
        str_starts_with($path, 'other') ||
            str_starts_with($path, 'broken') ||
            copy("{$root}/mine/depot.json", dirname("{$root}/{$path}").'/depot.json');
        $before = World::tree(dirname("{$root}/{$path}"));
        expect(fn () => $publish(dirname($path)))->toThrow(UnusablePack::class, "{$root}/".dirname($path));
        expect(array_intersect_key(World::tree(dirname("{$root}/{$path}")), $before))->toBe($before);
    }
    file_put_contents("{$root}/file", 'x');
    expect(fn () => $publish('file/inside'))->toThrow(UnusablePack::class, 'is no folder');
    // An entry of somebody else's making that does not say what its file is, is another one.
    $entry = $listed()[0];
    unset($entry->file);
    file_put_contents(
        "{$root}/mine/packs.json",
        json_encode([
            'format' => json_decode((string) file_get_contents("{$root}/mine/packs.json"))->format,
            'revision' => 1,
            'packs' => [$entry],
        ]),
    );
    expect(fn () => $publish('mine'))->toThrow(UnusablePack::class, 'is published there already, and is another one');
    File::deleteDirectory($root);
    unlink($file);
});

it('is tried before others get it: made, launched and thrown away, and kept to be looked at where it does not come up', function (): void {
    $author = World::applied(['gulls']);
    $pack = packed($author, '1', []);
    $this->get("/packs/{$pack->id}")->assertOk()->assertSee('Try it');
    $this->post("/packs/{$pack->id}/try")->assertRedirect("/packs/{$pack->id}");
    $pack->refresh();
    expect($pack->trial_state)
        ->toBe(TrialState::Clean, (string) $pack->trial_said)
        ->and($pack->trial_id)
        ->toBeNull()
        ->and(Instance::query()->pluck('id')->all())
        ->toBe([$author->id]);
    $this->get("/packs/{$pack->id}")->assertOk()->assertSee('It came up clean in')->assertSee('Try it again');
    // Two that change the same of the game, which neither says: it was made, and stays as long as one looks.
    $broken = packed(World::applied(['paintpots', 'varnish']), '2', []);
    $this->post("/packs/{$broken->id}/try")->assertRedirect();
    expect($broken->refresh()->trial_state)->toBe(TrialState::Failed)->and($broken->trial_said)->not->toBe('');
    $this->get("/packs/{$broken->id}")
        ->assertOk()
        ->assertSee('It does not come up.')
        ->assertSee("/instances/{$broken->trial_id}/rehearsals");
    // What somebody has done something with is theirs, and stays; else once more takes its place.
    $theirs = $broken->trial_id;
    $this->post("/instances/{$theirs}/draft/add", ['ids' => ['gulls']])->assertRedirect();
    $this->post("/packs/{$broken->id}/try")->assertRedirect();
    expect($broken->refresh()->trial_id)->not->toBe($theirs)->and(Instance::query()->find($theirs))->not->toBeNull();
    // What cannot be had cannot be made.
    $kept = $broken->trial_id;
    Depot::query()->update(['url' => 'http://127.0.0.1:9']);
    World::forgetFiles('paintpots', 'varnish');
    $this->post("/packs/{$broken->id}/try")->assertRedirect();
    expect($broken->refresh()->trial_state)
        ->toBe(TrialState::Short)
        ->and($broken->trial_said)
        ->toContain('127.0.0.1:9')
        ->and(Instance::query()->find($kept))
        ->toBeNull()
        ->and($broken->trial_id)
        ->toBeNull();
});
