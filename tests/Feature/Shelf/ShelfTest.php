<?php

declare(strict_types=1);

use App\Depots\Depot;
use App\Disk\Folder;
use App\Models\Instance;
use App\Refusal\Refusal;
use App\Shelf\Incoming;
use App\Shelf\Room;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use App\Shelf\Uploads;
use App\Store\Store;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Tests\Support\Archives;
use Tests\Support\World;

beforeEach(fn () => World::depot());

/** @param  array<string, mixed>  $more */
function saying(string $id, string $version, array $more = []): string
{
    return (string) json_encode(
        $more + [
            'id' => $id,
            'version' => $version,
            'name' => ucwords(strtr($id, '-', ' ')),
            'type' => 'mod',
            'loaders' => ['halyard'],
            'side' => 'both',
            'needs' => ['ferrywright' => '>=3.2.0'],
            'needsOneOf' => [],
            'breaks' => [],
            'provides' => (object) [],
        ],
    );
}

function brought(Instance $instance, string $name, string $bytes): ShelfFile
{
    test()
        ->post('/shelf', ['instance' => $instance->id, 'files' => [UploadedFile::fake()->createWithContent($name, $bytes)]])
        ->assertRedirect("/instances/{$instance->id}/shelf");

    return ShelfFile::query()->latest('id')->firstOrFail();
}

it('knows a file that a depot has by its digest, and adds that very release', function (): void {
    $instance = World::applied(['long-piers']);
    $depot = config('stasimon.var').'/depots/slipway/files/gulls-2.0.0.zip';
    $file = brought($instance, 'some name.zip', (string) file_get_contents($depot));
    expect([$file->state, $file->package_id, $file->version])
        ->toBe([ShelfState::Ready, 'gulls', '2.0.0'])
        ->and($file->found->why)
        ->toBe(['Slipway has this very file, by its SHA-256.']);
    $this->get("/instances/{$instance->id}/shelf")
        ->assertOk()
        ->assertSee('Gulls')
        ->assertSee('A release that a depot has')
        ->assertSee('Add it');
    $this->post("/instances/{$instance->id}/shelf/{$file->id}/add")->assertRedirect("/instances/{$instance->id}/draft");
    expect(World::apply($instance)->versions())
        ->toHaveKey('gulls')
        ->and(
            DB::table('sources')
                ->where('depot_id', Depot::query()->where('shelf', true)->value('id'))
                ->count(),
        )
        ->toBe(0);
});

it(
    'puts a package of one\'s own beside the depots\', resolves what it needs from them, lays it, and keeps it while it is used',
    function (): void {
        $instance = World::applied(['long-piers']);
        $bytes = Archives::bytes([
            'ferry.mod.json' => saying('tide-clock', '1.4.0', ['needs' => ['ferrywright' => '>=3.2.0', 'kedge-bones' => '>=3.0.0']]),
        ]);
        $file = brought($instance, 'tide-clock.zip', $bytes);
        expect([$file->state, $file->package_id, $file->version, $file->found->how])->toBe([
            ShelfState::Ready,
            'tide-clock',
            '1.4.0',
            'new',
        ]);
        $this->get("/instances/{$instance->id}/find?q=tide+clock")
            ->assertOk()
            ->assertSee('Tide Clock')
            ->assertSee('Your shelf');
        $this->post("/instances/{$instance->id}/shelf/{$file->id}/add")->assertRedirect();
        $instance = World::apply($instance);
        expect($instance->versions())
            ->toHaveKeys(['tide-clock', 'kedge-bones'])
            ->and(sha1_file((new Folder($instance))->live('mods/tide-clock.zip')))
            ->toBe(sha1($bytes));
        expect(World::rehearsed($instance)->state->value)->toBe('clean');

        // A newer file of it is an update; the older one stays where it is used.
        $newer = brought($instance, 'tide-clock-1.5.zip', Archives::bytes(['ferry.mod.json' => saying('tide-clock', '1.5.0')]));
        expect($newer->found->how)->toBe('release');
        $this->get("/instances/{$instance->id}")
            ->assertOk()
            ->assertSee('1.5.0');
        $this->delete("/shelf/{$file->id}")
            ->assertStatus(409)
            ->assertSee($instance->name);
        $this->delete("/shelf/{$newer->id}")->assertRedirect();
        expect(DB::table('releases')->where('package_id', 'tide-clock')->pluck('version')->all())->toBe(['1.4.0']);
    },
);

it('says of a file that is newer than any depot\'s that no depot has it', function (): void {
    $file = brought(World::applied(['gulls']), 'gulls.zip', Archives::bytes(['ferry.mod.json' => saying('gulls', '9.0.0')]));
    expect($file->found->why)
        ->toBe(['It says so itself, in ferry.mod.json.', 'No depot has its release 9.0.0.'])
        ->and(DB::table('packages')->where('id', 'gulls')->value('document'))
        ->toContain('9.0.0');
});

it('asks what nothing says, proposes the rest with the reason, and takes the one folder that goes in', function (): void {
    $instance = World::applied(['gulls']);
    $file = brought(
        $instance,
        'Harbour_Bells-v2.1.zip',
        Archives::bytes([
            'read me.txt' => 'hello',
            'src/Bells.java' => 'class',
            'build/bells/ferry.mod.json' => '{"about": "nothing"}',
            'build/bells/Bells.class' => "\xCA\xFE\xBA\xBE",
        ]),
    );
    expect([
        $file->state,
        $file->found->how,
        $file->found->id,
        $file->found->name,
        $file->version,
        $file->found->kind,
        $file->found->content,
    ])->toBe([ShelfState::Asks, 'unknown', 'harbour-bells', 'Harbour Bells', '2.1', 'mod', 'build/bells']);
    $this->get("/instances/{$instance->id}/shelf")
        ->assertOk()
        ->assertSee('Only a part of it goes in')
        ->assertSee('Say what it is');
    $this->get("/shelf/{$file->id}")
        ->assertOk()
        ->assertSee('The folder build/bells has what says what it is')
        ->assertSee('2 files');
    $this->post("/instances/{$instance->id}/shelf/{$file->id}/add")
        ->assertStatus(409)
        ->assertSee('has to be said first');

    $said = [
        'name' => 'Harbour Bells',
        'version' => '2.1',
        'id' => 'harbour-bells',
        'kind' => 'mod',
        'content' => 'build/bells',
        'needs' => "ferrywright >=3.2.0\nkedge-bones",
        'note' => 'from a friend',
        'source' => 'https://pages.example/bells',
    ];
    $this->post("/shelf/{$file->id}", ['needs' => 'Kedge Bones!'] + $said)
        ->assertRedirect()
        ->assertSessionHasErrors('needs');
    $this->post("/shelf/{$file->id}", ['version' => 'two'] + $said)->assertSessionHasErrors('version');
    expect($file->refresh()->state)->toBe(ShelfState::Asks);
    $this->post("/shelf/{$file->id}", $said)->assertRedirect("/instances/{$instance->id}/shelf");
    $this->post("/instances/{$instance->id}/shelf/{$file->id}/add")->assertRedirect();
    $instance = World::apply($instance);
    $zip = new ZipArchive();
    expect($instance->versions())
        ->toHaveKeys(['harbour-bells', 'kedge-bones'])
        ->and($zip->open((new Folder($instance))->live('mods/Harbour_Bells-v2.1.zip')))
        ->toBeTrue()
        ->and([$zip->getNameIndex(0), $zip->getNameIndex(1), $zip->numFiles])
        ->toBe(['ferry.mod.json', 'Bells.class', 2])
        ->and($file->refresh()->note)
        ->toBe('from a friend');
});

it('does not make a release of a package out of a file that is only called like it', function (): void {
    $instance = World::applied(['gulls']);
    $file = brought($instance, 'Paper Lanterns 0.3.zip', Archives::bytes(['assets/one.png' => 'x']));
    expect([$file->found->id, $file->found->kind])->toBe(['paper-lanterns-resource-pack', 'resource-pack']);
    $said = ['name' => 'Paper Lanterns', 'version' => '0.3', 'kind' => 'resource-pack'];
    $this->post("/shelf/{$file->id}", ['id' => 'paper-lanterns'] + $said)
        ->assertRefused('is the id of Paper Lanterns, which is a mod');
    $this->post("/shelf/{$file->id}", ['id' => 'paper-lanterns-resource-pack'] + $said)->assertRedirect();
    expect($file->refresh()->found->how)->toBe('new');
    $file = brought($instance, 'gulls-1.9.zip', Archives::bytes(['Gulls.class' => 'x']));
    expect(implode(' ', $file->found->why))->toContain('Gulls is known; like this it becomes a release of it.');
    $this->post("/shelf/{$file->id}", ['id' => 'gulls', 'kind' => 'mod', 'name' => 'Gulls', 'version' => '1.9.0'])->assertRedirect();
    expect($file->refresh()->found->how)->toBe('release');
});

it('takes nothing of what is hostile, and says why', function (string $bytes, string $why): void {
    $instance = World::applied(['gulls']);
    $file = brought($instance, 'x.zip', $bytes);
    expect($file->state)->toBe(ShelfState::Refused)->and($file->problem)->toContain($why)->and(is_file($file->path()))->toBeFalse();
    $this->get("/instances/{$instance->id}/shelf")
        ->assertOk()
        ->assertSee($why);
    $this->delete("/shelf/{$file->id}")->assertRedirect();
})->with([
    'a way out' => [fn (): string => Archives::bytes(['../../etc/passwd' => 'x', 'ferry.mod.json' => saying('a', '1.0.0')]), 'leads out'],
    'cut short' => [fn (): string => substr(Archives::bytes(['ferry.mod.json' => saying('a', '1.0.0')]), 0, 60), 'cut short'],
]);

it('takes a large file in slices, each again from where it stopped, and refuses what is longer than it was said to be', function (): void {
    $instance = World::applied(['gulls']);
    $bytes = Archives::bytes(['ferry.mod.json' => saying('sliced', '1.0.0'), 'big.bin' => random_bytes(200_000)]);
    $id = $this->postJson('/shelf/uploads', ['name' => 'sliced.zip', 'size' => strlen($bytes), 'instance' => $instance->id])
        ->assertOk()
        ->json('id');
    $send = fn (int $offset, string $slice) => $this->call(
        'PUT',
        "/shelf/uploads/{$id}?offset={$offset}",
        server: ['HTTP_ACCEPT' => 'application/json'],
        content: $slice,
    );
    $send(0, substr($bytes, 0, 100_000))
        ->assertOk()
        ->assertJson(['come' => 100_000]);
    // One that comes twice, or too early, changes nothing and says where to go on.
    $send(0, substr($bytes, 0, 100_000))->assertJson(['come' => 100_000]);
    $send(150_000, 'x')->assertJson(['come' => 100_000]);
    $this->getJson("/shelf/uploads/{$id}")->assertJson(['come' => 100_000]);
    $send(100_000, substr($bytes, 100_000))->assertJson(['come' => strlen($bytes)]);
    expect(ShelfFile::query()->findOrFail($id)->state)
        ->toBe(ShelfState::Ready)
        ->and(ShelfFile::query()->findOrFail($id)->package_id)
        ->toBe('sliced');
    $send(0, 'more')
        ->assertStatus(409)
        ->assertJsonStructure(['message']);

    $id = $this->postJson('/shelf/uploads', ['name' => 'long.zip', 'size' => 10, 'instance' => $instance->id])->json('id');
    $send = fn (int $offset, string $slice) => $this->call(
        'PUT',
        "/shelf/uploads/{$id}?offset={$offset}",
        server: ['HTTP_ACCEPT' => 'application/json'],
        content: $slice,
    );
    $send(0, 'five.')->assertJson(['come' => 5]);
    $send(5, 'sixes.')
        ->assertStatus(422)
        ->assertJson([
            'message' => 'long.zip is longer than it was said to be, so that part of it was not taken. What had come before is kept.',
        ]);
    $this->call('PUT', "/shelf/uploads/{$id}", server: ['HTTP_ACCEPT' => 'application/json'], content: 'x')
        ->assertStatus(422)
        ->assertJson(['message' => 'What came does not say where in the file it begins. It was not taken.']);
    $send(0, 'x')->assertJson(['come' => 5]);
    // What was announced is not given away a second time, and what does not go on is given up.
    $half = intdiv((int) app(Store::class)->free(), 2) + 100;
    $before = Incoming::promised();
    ShelfFile::query()
        ->whereKey($id)
        ->update(['size' => $half]);
    expect(fn () => app(Room::class)->require('more.zip', $half))->toThrow(Refusal::class, 'with what other files are still to bring');
    $path = ShelfFile::query()->findOrFail($id)->path();
    Uploads::eraseOld();
    expect($path)->toBeFile();
    $this->travel(25)->hours();
    Uploads::eraseOld();
    expect(is_file($path))
        ->toBeFalse()
        ->and(ShelfFile::query()->findOrFail($id)->problem)
        ->toContain('for 24 hours');
    $this->travelBack();
    $id = $this->postJson('/incoming', ['name' => 'a.zip', 'size' => 1_000])
        ->assertOk()
        ->json('id');
    expect(Incoming::promised())->toBe($before + 1_000);
    $this->call('PUT', "/incoming/{$id}", server: ['HTTP_ACCEPT' => 'application/json'], content: 'x')->assertStatus(422);
    File::deleteDirectory(config('stasimon.var')."/incoming/{$id}");
    $this->postJson('/shelf/uploads', ['name' => 'huge.zip', 'size' => 3_000_000_000])->assertStatus(422);
});

it('refuses what cannot be said of a file, and changes nothing', function (): void {
    $instance = World::applied(['gulls']);
    $said = ['name' => 'Bells', 'version' => '2.1', 'id' => 'bells', 'kind' => 'mod'];
    // A file that a depot has is what the depot says.
    $known = brought(
        $instance,
        'gulls.zip',
        (string) file_get_contents((string) (glob((new Folder($instance))->live('mods/gulls-*.zip')) ?: [])[0]),
    );
    expect($known->found->how)->toBe('depot');
    $this->post("/shelf/{$known->id}", $said)
        ->assertRefused('gulls.zip is a depot\'s file, so what it is stands there. Nothing was changed.');
    $file = brought($instance, 'bells.zip', Archives::bytes(['build/Bells.class' => 'x', 'docs/read me.txt' => 'y']));
    $this->post("/shelf/{$file->id}", ['content' => 'nowhere'] + $said)
        ->assertRefused('has no folder nowhere');
    expect($file->refresh()->state)->toBe(ShelfState::Asks);
    // One that has not come whole is nothing yet.
    $half = ShelfFile::query()->findOrFail(
        $this->postJson('/shelf/uploads', ['name' => 'half.zip', 'size' => 100_000, 'instance' => $instance->id])
            ->assertOk()
            ->json('id'),
    );
    $this->post("/shelf/{$half->id}", $said)
        ->assertRefused('has not been read yet');
});
