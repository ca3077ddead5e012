<?php

declare(strict_types=1);

use App\Access\Opening;
use App\Disk\Folder;
use App\Models\Instance;
use App\Models\PackRelease;
use App\Packs\Packs;
use App\Packs\Sets\SharedSet;
use App\Packs\Sets\Sharing;
use App\Packs\Sets\Subscription;
use App\Telling\Tellings;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Pack\SetHead;
use Tests\Support\Archives;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    $this->folder = sys_get_temp_dir().'/stasimon-set-'.getmypid();
    File::ensureDirectoryExists($this->folder);
    config(['stasimon.folders' => [$this->folder]]);
});

afterEach(function (): void {
    is_dir($this->folder) ? File::deleteDirectory($this->folder) : @unlink($this->folder);
});

/** An instance that is shared into the folder. */
function sharedInto(string $folder): Instance
{
    $mine = World::applied(['gulls', 'long-piers']);
    $mine->update(['name' => 'Thursdays']);
    test()->post("/instances/{$mine->id}/set", ['folder' => $folder])->assertRedirect();

    return $mine->refresh();
}

/** Gives the next state, with other mods. */
function goesOn(Instance $mine, string $step, string $id, string $why = ''): void
{
    test()->nextRequest();
    test()->post("/instances/{$mine->id}/draft/{$step}", $step === 'add' ? ['id' => $id] : ['ids' => [$id]])->assertRedirect();
    World::apply($mine->refresh());
    test()->nextRequest();
    test()->post("/instances/{$mine->id}/set/give", ['why' => $why])->assertRedirect();
}

function subscribed(string $place): Subscription
{
    test()->nextRequest();
    test()->post('/sets', ['place' => $place])->assertRedirect();

    return Subscription::query()->firstOrFail();
}

it('gives each state numbered and signed, and who subscribes has what changed beside what is their own', function (): void {
    $mine = sharedInto($this->folder);
    expect(SetHead::read((string) file_get_contents("{$this->folder}/set.json"))->latest()->number)->toBe(1);
    $set = subscribed("{$this->folder}/set.json");
    expect([$set->name, $set->latest(), $set->problem])->toBe(['Thursdays', 1, null]);
    // A friend makes an instance of it, and adds something.
    $theirs = app(Packs::class)->make($set->release(), 'Theirs');
    $theirs = World::apply($theirs);
    expect($theirs->versions())->toHaveKeys(['gulls', 'long-piers']);
    $this->post("/instances/{$theirs->id}/draft/add", ['id' => 'fogbank']);
    $theirs = World::apply($theirs->refresh());
    // It goes on.
    goesOn($mine, 'add', 'weather-glass', 'A barometer for the bridge.');
    goesOn($mine, 'remove', 'long-piers');
    $this->get("/instances/{$mine->id}/hand-off")->assertSee('At state')->assertSee('as it is on disk')->assertSee('Dropped: Long Piers.');
    $this->post("/sets/{$set->id}/read")->assertRedirect();
    expect($set->refresh()->latest())->toBe(3);
    expect(app(Tellings::class)->unseen()->pluck('sentence')->implode(' '))->toContain('Thursdays goes on to 3; Theirs is at 1.');
    $this->nextRequest();
    $this->get('/hand-offs')->assertSeeInOrder(['Thursdays', 'Dropped: Long Piers.', 'signed by', 'Theirs', 'see what is new']);
    $to = $set->release();
    $this->get("/instances/{$theirs->id}/pack/update?to={$to->id}")->assertOk()->assertSee('You added it.');
    $this->post("/instances/{$theirs->id}/pack/update", ['to' => $to->id])->assertRedirect();
    $theirs = World::apply($theirs->refresh());
    expect($theirs->versions())->toHaveKeys(['gulls', 'weather-glass', 'fogbank'])->not->toHaveKey('long-piers');
    $this->nextRequest();
    $this->get('/hand-offs')->assertSee('has it')->assertDontSee('see what is new');
    // Leaving it takes nothing away.
    $this->delete("/sets/{$set->id}")->assertRedirect();
    expect(Subscription::query()->count())->toBe(0)->and($theirs->refresh()->versions())->toHaveKey('weather-glass');
});

it('applies by itself what touches nothing of one\'s own, and otherwise only tells', function (): void {
    $mine = sharedInto($this->folder);
    $set = subscribed($this->folder);
    $theirs = World::apply(app(Packs::class)->make($set->release(), 'Theirs'));
    $this->post("/sets/{$set->id}/follow", ['does' => '1'])->assertRedirect();
    goesOn($mine, 'add', 'weather-glass');
    $this->post("/sets/{$set->id}/read");
    expect($theirs->refresh()->load('placed')->versions())->toHaveKey('weather-glass')->and($theirs->draft)->toBeNull();
    // They take something out, and the set changes that.
    $this->nextRequest();
    $this->post("/instances/{$theirs->id}/draft/range", ['id' => 'gulls', 'range' => '=2.0.0']);
    $theirs = World::apply($theirs->refresh());
    goesOn($mine, 'remove', 'gulls');
    $this->nextRequest();
    $this->post("/sets/{$set->id}/read");
    $theirs = Instance::query()->with(['placed', 'draft'])->findOrFail($theirs->id);
    expect($theirs->versions())->toHaveKey('gulls')->and($theirs->draft)->toBeNull()
        ->and($set->refresh()->latest())->toBe(3);
});

it('refuses a set that was rolled back, written over, signed by another, or is another one, and keeps what is there', function (): void {
    $mine = sharedInto($this->folder);
    goesOn($mine, 'add', 'weather-glass');
    $set = subscribed($this->folder);
    $head = "{$this->folder}/set.json";
    $was = (string) file_get_contents($head);
    $kept = PackRelease::query()->count();
    $read = function (string $text) use ($head, $set): string {
        file_put_contents($head, $text);
        test()->nextRequest();
        test()->post("/sets/{$set->id}/read");

        return (string) $set->refresh()->problem;
    };
    $parts = SetHead::read($was);
    $mineKey = app(App\Packs\SigningKey::class)->secret();
    $another = sodium_crypto_sign_secretkey(sodium_crypto_sign_seed_keypair(str_repeat('z', 32)));
    expect($read((new SetHead($parts->id, 'Thursdays', [$parts->entries[0]]))->written($mineKey)))->toContain('it was rolled back')
        ->and($read($parts->written($another)))->toContain('was signed by')
        ->and($read((new SetHead('set-other', 'Thursdays', $parts->entries))->written($mineKey)))->toContain('Another set is at')
        ->and($read(str_replace('Thursdays', 'Fridayss', $was)))->toContain('changed after it was signed')
        ->and($read(''))->toContain('no head of a set')
        ->and($set->latest())->toBe(2)
        ->and($read($was))->toBe('');
    // A state that is not what was signed.
    goesOn($mine, 'add', 'bell-buoys');
    file_put_contents("{$this->folder}/3.pack.zip", 'something else');
    expect($read((string) file_get_contents($head)))->toContain('is not what was signed')->and($set->latest())->toBe(2);
    unlink("{$this->folder}/3.pack.zip");
    expect($read((string) file_get_contents($head)))->toContain('is not what was signed');
    $this->get('/hand-offs')->assertOk()->assertSee('is not what was signed');
    expect(PackRelease::query()->where('version', '<>', '3')->count())->toBe($kept);
});

it('serves a set to who knows its address, and nothing else', function (): void {
    $mine = World::applied(['gulls']);
    $this->post("/instances/{$mine->id}/set", [])->assertRedirect();
    $set = SharedSet::query()->firstOrFail();
    $this->get("/instances/{$mine->id}/hand-off")->assertSee("/sets/{$set->token}/set.json");
    $this->get("/sets/{$set->token}/set.json")->assertOk()->assertHeader('Content-Type', 'application/json');
    $this->get("/sets/{$set->token}/1.pack.zip")->assertOk()->assertHeader('Content-Type', 'application/zip');
    foreach (['2.pack.zip', '0.pack.zip', '..', '1.pack.zip.part', 'set.json.part'] as $file) {
        $this->get("/sets/{$set->token}/{$file}")->assertNotFound();
    }
    $this->get('/sets/'.str_repeat('a', 40).'/set.json')->assertNotFound();
    $this->delete("/instances/{$mine->id}/set")->assertRedirect();
    $this->get("/sets/{$set->token}/set.json")->assertNotFound();
    $this->nextRequest();
    $this->from('/hand-offs')->post('/sets', ['place' => ''])->assertSessionHasErrors('place');
    foreach (['http://127.0.0.1:9/set.json', '/etc', 'ftp://example.org/x'] as $place) {
        $this->nextRequest();
        $this->from('/hand-offs')->post('/sets', ['place' => $place])->assertSessionHasErrors('refused');
    }
    expect(Subscription::query()->count())->toBe(0);
    // In the same act it is said that it may be read there.
    File::ensureDirectoryExists($elsewhere = sys_get_temp_dir().'/stasimon-elsewhere-'.getmypid());
    $this->post('/sets', ['place' => $elsewhere, 'open' => '24'])->assertRedirect()->assertSessionHasNoErrors();
    expect(Subscription::query()->firstOrFail()->problem)->toContain('There is no set in that folder');
    $this->nextRequest();
    $this->post('/sets', ['place' => 'http://127.0.0.1:9/x', 'open' => 'good'])->assertSessionHasNoErrors();
    expect(Opening::query()->pluck('what')->all())->toContain('127.0.0.1:9');
    File::deleteDirectory($elsewhere);
});

it('gives each apply by itself once that was said, with what has changed', function (): void {
    $mine = sharedInto($this->folder);
    $this->post("/instances/{$mine->id}/set/by-itself", ['does' => '1'])->assertRedirect();
    app(Sharing::class)->look();
    expect(SharedSet::query()->firstOrFail()->states())->toHaveCount(1);
    $this->post("/instances/{$mine->id}/draft/add", ['id' => 'weather-glass']);
    World::apply($mine->refresh());
    app(Sharing::class)->look();
    app(Sharing::class)->look();
    $states = SharedSet::query()->firstOrFail()->states();
    expect($states)->toHaveCount(2)->and($states[1]->why)->toBe('Added: Weather Glass.')
        ->and(SetHead::read((string) file_get_contents("{$this->folder}/set.json"))->entries)->toEqual($states);
    // What cannot be written is said, and tried again only once somebody has looked.
    File::deleteDirectory($this->folder);
    file_put_contents($this->folder, 'no folder any more');
    $this->post("/instances/{$mine->id}/draft/add", ['id' => 'bell-buoys']);
    World::apply($mine->refresh());
    app(Sharing::class)->look();
    expect((string) SharedSet::query()->firstOrFail()->problem)->not->toBe('');
});

it('goes on with the configs and files of one\'s own that went with the state before', function (): void {
    $mine = World::applied(['gulls']);
    $config = (new Folder($mine))->live('config/gulls.json');
    File::ensureDirectoryExists(dirname($config));
    file_put_contents($config, '{"flock": 12}');
    $this->post("/instances/{$mine->id}/set", ['folder' => $this->folder, 'configs' => ['config/gulls.json']])->assertRedirect();
    file_put_contents($config, '{"flock": 40}');
    goesOn($mine, 'add', 'weather-glass');
    $set = subscribed($this->folder);
    expect(app(Packs::class)->of($set->release())->carried->configs)->toBe(['config/gulls.json' => hash('sha256', '{"flock": 40}')]);
});

it('has what went with one release of a pack ticked for the next, where nothing is said of a licence', function (): void {
    $mine = World::applied(['gulls']);
    $says = ['id' => 'quiet-bell', 'version' => '1.0.0', 'needs' => ['halyard' => '*']];
    $archive = Archives::bytes(['ferry.mod.json' => json_encode($says)]);
    $this->post('/shelf', ['instance' => $mine->id, 'files' => [UploadedFile::fake()->createWithContent('quiet-bell.zip', $archive)]]);
    $this->post("/instances/{$mine->id}/draft/add", ['id' => 'quiet-bell']);
    $mine = World::apply($mine->refresh());
    $digest = trim((string) $mine->placed->firstWhere('package_id', 'quiet-bell')?->sha256);
    $page = fn (): string => (string) $this->get("/instances/{$mine->id}/pack")->getContent();
    $ticked = fn (): bool => preg_match("/value=\"{$digest}\"\s+checked/", $page()) === 1;
    expect($digest)->not->toBe('')->and($ticked())->toBeFalse();
    $this->post("/instances/{$mine->id}/pack", ['id' => 'p', 'version' => '1', 'name' => 'P', 'passed' => [$digest]])->assertRedirect();
    $this->nextRequest();
    expect($ticked())->toBeTrue();
});
