<?php

declare(strict_types=1);

// A native program that we did not write, whose modules have to fit its exact version: Debian's nginx is the game, taught by
// docs/formats/examples/native/game.json; the modules of its packages are the mods.

use App\Disk\Folder;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Installs\Install;
use App\Models\Instance;
use App\Rehearsals\Log\Reading;
use App\Shelf\ShelfFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

const MODULES = '/usr/lib/nginx/modules';

it('mods a real native program: its own files kept, a module that lacks another named, and clean with both', function (): void {
    World::depot();
    $this->post('/games', ['text' => (string) file_get_contents(base_path('docs/formats/examples/native/game.json'))])->assertRedirect();
    $this->post('/games/front/agree', ['command' => app(Agreements::class)->of(app(Games::class)->get('front'))->digest()]);
    $root = sys_get_temp_dir().'/stasimon-front-'.bin2hex(random_bytes(4)).'/Front';
    File::ensureDirectoryExists("{$root}/html");
    copy('/usr/sbin/nginx', "{$root}/nginx");
    chmod("{$root}/nginx", 0o755);
    file_put_contents("{$root}/html/index.html", 'up');
    $this->post('/games/front/installs', ['path' => $root, 'open' => '1', 'version' => '1.22.1'])->assertRedirect();
    expect(Install::query()->firstOrFail()->only(['version', 'files', 'problem']))->toBe([
        'version' => '1.22.1',
        'files' => 2,
        'problem' => null,
    ]);
    foreach (['ngx_http_set_misc_module', 'ndk_http_module'] as $name) {
        $file = UploadedFile::fake()->createWithContent("{$name}.so", (string) file_get_contents(MODULES."/{$name}.so"));
        $this->post('/shelf', ['game' => 'front', 'files' => [$file]])->assertRedirect();
        $shelved = ShelfFile::query()->latest('id')->firstOrFail();
        expect(implode(' ', $shelved->found->why))->toContain('library (ELF) for x86-64');
        $said = ['id' => $name, 'name' => $name, 'version' => '1.22.1', 'kind' => $name === 'ndk_http_module' ? 'library' : 'mod'];
        $this->post("/shelf/{$shelved->id}", $said)->assertSessionHasNoErrors();
    }
    $this->post('/instances', ['name' => 'Modules', 'game' => 'front', 'version' => '1.22.1'])->assertRedirect();
    $instance = Instance::query()->latest('created_at')->firstOrFail();
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['ngx_http_set_misc_module']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    $failed = World::rehearsed($instance)->load('instance');
    $log = (string) file_get_contents((new Folder($instance))->log($failed->number));
    expect($failed->alone?->value)
        ->toBe('clean', $log)
        ->and($failed->state->value)
        ->toBe('failed', $log);
    $read = app(Reading::class)->findings($failed)[0];
    expect($read->diagnosis->suspects[0])->toBe('ngx_http_set_misc_module')->and($read->sentence)->toContain('ndk_http_module');

    // What it lacks comes as a library, which is loaded before it.
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['ndk_http_module']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    $clean = World::rehearsed($instance);
    expect($clean->state->value)
        ->toBe('clean', (string) file_get_contents((new Folder($instance))->log($clean->number)))
        ->and(fileinode((new Folder($instance))->live('nginx')))
        ->not->toBe(fileinode("{$root}/nginx"))
        ->and(hash_file('sha256', "{$root}/nginx"))
        ->toBe(hash_file('sha256', '/usr/sbin/nginx'));
});

it('starts nothing where the game\'s program is not in the folder, and says what would help', function (): void {
    World::depot();
    $this->post('/games', ['text' => (string) file_get_contents(base_path('docs/formats/examples/native/game.json'))])->assertRedirect();
    $this->post('/games/front/agree', ['command' => app(Agreements::class)->of(app(Games::class)->get('front'))->digest()]);
    $this->post('/instances', ['name' => 'Modules', 'game' => 'front', 'version' => '1.22.1'])->assertRedirect();
    $instance = World::apply(Instance::query()->latest('created_at')->firstOrFail());
    $this->post("/instances/{$instance->id}/rehearsals")->assertRedirect();
    expect($instance->rehearsals()->firstOrFail()->problem)->toContain('program, nginx, is not in')->toContain('Say where Front is');
});
