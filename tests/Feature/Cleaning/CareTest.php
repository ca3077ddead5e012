<?php

declare(strict_types=1);

use App\Cleaning\CleanUp;
use App\Cleaning\Used;
use App\Disk\Folder;
use App\Models\Instance;
use App\Store\Store;
use App\Store\Texts;
use App\Worlds\Backups;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(fn () => World::depot());

it('has a name, notes, a colour and a picture of one\'s own, shown in the register', function (): void {
    $instance = World::applied(['gulls']);
    $this->get("/instances/{$instance->id}/about")->assertOk();
    $this->post("/instances/{$instance->id}/about", [
        'name' => 'Mine',
        'notes' => "Ask Ida first.\nMore.",
        'colour' => '#a9540f',
        'coloured' => '1',
        'picture' => UploadedFile::fake()->image('x.png', 80, 30),
    ])->assertRedirect();
    $this->get('/')
        ->assertOk()
        ->assertSee('Ask Ida first.')
        ->assertDontSee('More.')
        ->assertSee('#a9540f')
        ->assertSee("/instances/{$instance->id}/about/picture");
    expect(
        getimagesizefromstring(
            (string) file_get_contents(
                $this->get("/instances/{$instance->id}/about/picture")
                    ->assertOk()
                    ->baseResponse->getFile()
                    ->getPathname(),
            ),
        ),
    )->toMatchArray([400, 400]);
    $this->post("/instances/{$instance->id}/about", ['name' => '', 'colour' => 'red; x', 'coloured' => '1'])->assertSessionHasErrors([
        'name',
        'colour',
    ]);
    $this->post("/instances/{$instance->id}/about", [
        'name' => 'Mine',
        'picture' => UploadedFile::fake()->createWithContent('x.png', 'none'),
    ])->assertStatus(422);
    $this->post("/instances/{$instance->id}/about", ['name' => 'Mine', 'plain' => '1', 'colour' => '#a9540f'])->assertRedirect();
    expect($instance->refresh()->only(['picture', 'colour', 'notes']))->toBe(['picture' => null, 'colour' => null, 'notes' => null]);
    $this->get("/instances/{$instance->id}/about/picture")->assertNotFound();
});

it('makes another one like it, whose releases cost no disk', function (): void {
    $instance = World::applied(['gulls', 'fogbank']);
    $folder = new Folder($instance);
    File::ensureDirectoryExists($folder->live('config'));
    file_put_contents($folder->live('config/own.cfg'), 'mine');
    foreach (['Long Shore', 'Other'] as $world) {
        File::ensureDirectoryExists($folder->live("worlds/{$world}"));
        file_put_contents($folder->live("worlds/{$world}/world.json"), '{}');
    }
    $this->post("/instances/{$instance->id}/about/duplicate", ['name' => 'Twin', 'worlds' => ['Other', 'none']])->assertRedirect();
    $twin = World::apply(Instance::query()->where('name', 'Twin')->firstOrFail());
    expect($twin->versions())
        ->toEqual($instance->versions())
        ->and(file_get_contents((new Folder($twin))->live('config/own.cfg')))
        ->toBe('mine')
        ->and((new Folder($twin))->live('worlds/Other'))
        ->toBeDirectory()
        ->and((new Folder($twin))->live('worlds/Long Shore'))
        ->not->toBeDirectory();
    foreach ($twin->placed->whereNotNull('path') as $placed) {
        expect(fileinode((new Folder($twin))->live((string) $placed->path)))->toBe(fileinode($folder->live((string) $placed->path)));
    }
    $this->post('/instances/'.World::instance(['gulls'])->id.'/about/duplicate', ['name' => 'None'])->assertStatus(409);
});

it('names libraries that nothing uses any more, and takes them out as a draft', function (): void {
    $instance = World::applied(['kedge-bones', 'fogbank']);
    $this->get("/instances/{$instance->id}/about")
        ->assertOk()
        ->assertSee('Asked for, and used by nothing')
        ->assertSee('Kedge Bones');
    $this->post("/instances/{$instance->id}/about/unused")->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect($instance->versions())->not->toHaveKey('kedge-bones')->toHaveKey('fogbank');
    $this->post("/instances/{$instance->id}/about/unused")->assertStatus(409);
    // One that a mod needs, though it was asked for as well, stays.
    $this->get('/instances/'.World::applied(['kedge-bones', 'gulls'])->id.'/about')
        ->assertOk()
        ->assertDontSee('used by nothing');
});

it('frees what nothing needs, and keeps what an instance, a restore point, a draft, a backup or a pack needs', function (): void {
    $store = new Store();
    $instance = World::applied(['gulls', 'fogbank']);
    File::ensureDirectoryExists((new Folder($instance))->live('worlds/Long Shore'));
    file_put_contents((new Folder($instance))->live('worlds/Long Shore/world.json'), '{}');
    file_put_contents((new Folder($instance))->live('worlds/Long Shore/region.bin'), random_bytes(2_500_000));
    $backup = app(Backups::class)->make($instance, 'one');
    // Fogbank goes; a restore point needs it still.
    $this->post("/instances/{$instance->id}/draft/remove", ['ids' => ['fogbank']]);
    $before = trim((string) $instance->placed->firstWhere('package_id', 'fogbank')?->sha256);
    $instance = World::apply($instance->refresh());
    File::ensureDirectoryExists((new Folder($instance))->live('config'));
    file_put_contents((new Folder($instance))->live('config/a.cfg'), 'packed');
    $this->post("/instances/{$instance->id}/pack", ['id' => 'p', 'version' => '1', 'name' => 'P', 'configs' => ['config/a.cfg']]);
    $this->post("/instances/{$instance->id}/configs/edit", [
        'path' => 'config/a.cfg',
        'body' => 'drafted',
        'sha256' => hash('sha256', 'packed'),
    ]);
    $nobody = app(Texts::class)->put('needed by nobody '.random_int(0, PHP_INT_MAX));
    $needed = [
        $before,
        hash('sha256', 'packed'),
        hash('sha256', 'drafted'),
        ...app(Backups::class)->digests($backup),
        ...$instance->placed->pluck('sha256')->filter()->map(fn (string $digest): string => trim($digest))->all(),
    ];
    expect(app(Used::class)->unused())->not->toHaveKey($nobody);
    // An hour later it is no news any more.
    $this->travel(2)->hours();
    $unused = app(Used::class)->unused();
    expect($unused)->toHaveKey($nobody)->and(array_intersect($needed, array_map(strval(...), array_keys($unused))))->toBe([]);
    $this->get('/store')->assertOk();
    $this->post('/store', ['act' => 'look'])->assertRedirect('/store');
    $this->get('/store')->assertOk()->assertSee('needed by nothing');
    $this->post('/store', ['act' => 'free'])->assertRedirect();
    expect($store->has($nobody))->toBeFalse();
    foreach ($needed as $digest) {
        expect($store->has($digest))->toBeTrue($digest);
    }
    expect(CleanUp::last()['unused'])->toBe(0);
    $this->get('/store')->assertOk()->assertSee('were freed')->assertSee('Nothing of it is unused');
    // One that was written into is found by reading, and is no other's harm.
    $path = $store->path($before);
    chmod($path, 0o644);
    file_put_contents($path, 'spoiled');
    $this->post('/store', ['act' => 'read'])->assertRedirect();
    $this->get('/store')->assertOk()->assertSee('1 file was not what');
    expect($store->has($before))->toBeFalse();
    $this->post('/store', ['act' => 'none'])->assertSessionHasErrors('act');
});

it('frees what broke off and was not gone on with, and nothing that may still be', function (): void {
    [$old, $new] = [(new Store())->partial(str_repeat('a', 64)), (new Store())->partial(str_repeat('b', 64))];
    File::ensureDirectoryExists(dirname($old));
    file_put_contents($old, str_repeat('x', 1_000));
    file_put_contents($new, str_repeat('x', 1_000));
    touch($old, now()->subMonths(2)->getTimestamp());
    $this->post('/store', ['act' => 'free'])->assertRedirect();
    expect(is_file($old))->toBeFalse()->and(is_file($new))->toBeTrue();
    unlink($new);
});

it('names what instances could do without by what it frees, and lets it go only so far as said', function (): void {
    $instance = World::applied(['gulls', 'kedge-bones', 'long-piers']);
    $folder = new Folder($instance);
    // A world that was saved since, with one of the mods.
    File::ensureDirectoryExists($folder->live('worlds/Isles'));
    file_put_contents($folder->live('worlds/Isles/world.json'), '{"mods": {"gulls": "2.0.0"}}');
    File::ensureDirectoryExists($folder->live('config'));
    foreach (range(1, 5) as $n) {
        file_put_contents($folder->live('config/a.cfg'), str_repeat("{$n}", 20_000));
        $this->post("/instances/{$instance->id}/draft/put-back");
        World::apply($instance->refresh());
        World::rehearsed($instance);
    }
    touch($folder->live('worlds/Isles/world.json'), time() + 5);
    $points = fn (): array => array_map(basename(...), glob(dirname($folder->live()).'/points/*') ?: []);
    $logs = fn (): array => array_map(basename(...), glob(dirname($folder->live()).'/rehearsals/*.log') ?: []);
    [$all, $latest] = [$points(), array_slice($points(), -3)];
    $this->post('/store', ['act' => 'look']);
    $spares = collect(CleanUp::last()['spares'])->keyBy('what');
    expect($spares->keys()->sort()->values()->all())->toBe(['content', 'logs', 'points'])
        ->and($spares['points']['count'])->toBe(count($all) - 3)
        ->and($spares['points']['bytes'])->toBeGreaterThanOrEqual(20_000 * (count($all) - 3))
        ->and($spares['content']['count'])->toBe(1)
        ->and(CleanUp::last()['spares'])->toBe(collect(CleanUp::last()['spares'])->sortByDesc('bytes')->values()->all());
    $this->get('/store')->assertSee('mod that no world was saved with')->assertSee('Let go of in Harbour Lights: logs of launches');
    $this->post("/store/{$instance->id}/let-go", ['what' => 'points'])->assertRedirect('/store');
    $this->post("/store/{$instance->id}/let-go", ['what' => 'logs'])->assertRedirect('/store');
    expect($points())->toBe($latest)->and($logs())->toBe(['3.log', '4.log', '5.log']);
    // What is left is told, and nothing of it is offered again.
    $this->get("/instances/{$instance->id}/rehearsals/1")->assertOk()->assertSee('Its log is not kept any more');
    $this->get("/instances/{$instance->id}/rehearsals/5")->assertOk()->assertDontSee('not kept any more');
    $this->get("/instances/{$instance->id}/history")->assertOk();
    expect(array_column(CleanUp::last()['spares'], 'what'))->toBe(['content']);
    $this->get('/store')->assertSee('were freed');
    // Mods go by a draft.
    $this->post("/store/{$instance->id}/let-go", ['what' => 'content'])->assertRedirect("/instances/{$instance->id}/draft");
    expect(World::apply($instance->refresh())->versions())->not->toHaveKey('long-piers')->toHaveKeys(['gulls', 'kedge-bones']);
    $this->from('/store')->post("/store/{$instance->id}/let-go", ['what' => 'everything'])->assertSessionHasErrors('what');
});
