<?php

declare(strict_types=1);

// A native program that we did not write, and scripts of others that it runs: Debian's vim is the game, taught by
// docs/formats/examples/scripts/game.json; scripts that need each other, of three packages, are the mods.

use App\Disk\Folder;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Models\Instance;
use App\Rehearsals\Log\Reading;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Illuminate\Testing\TestResponse;
use Symfony\Component\Process\Process;
use Tests\Support\World;

/** A folder of scripts, packed as its author gives it away: Debian keeps what says of itself what it is beside its documentation. */
function scriptFile(string $package, string $name): UploadedFile
{
    $folder = sys_get_temp_dir().'/stasimon-script-'.bin2hex(random_bytes(4));
    File::copyDirectory("/usr/share/{$package}", "{$folder}/{$name}");
    foreach (glob("/usr/share/doc/{$package}/*addon-info*") ?: [] as $says) {
        copy($says, "{$folder}/{$name}/addon-info.json");
    }
    (new Process(['zip', '-qr', "{$folder}/{$name}.zip", $name], $folder))->mustRun();

    return new UploadedFile("{$folder}/{$name}.zip", "{$name}.zip", test: true);
}

function scriptOf(string $package, string $name): ShelfFile
{
    test()->post('/shelf', ['game' => 'margin', 'files' => [scriptFile($package, $name)]])->assertRedirect();

    return ShelfFile::query()->latest('id')->firstOrFail();
}

/** The program with its own files, as a folder on somebody's disk. */
function marginFolder(): string
{
    $root = sys_get_temp_dir().'/stasimon-margin-'.bin2hex(random_bytes(4)).'/Margin';
    File::copyDirectory('/usr/share/vim/vim90', "{$root}/runtime");
    copy('/usr/bin/vim.basic', "{$root}/vim");
    chmod("{$root}/vim", 0o755);

    return $root;
}

it('mods a native program with scripts: what one says it needs is found, and what it fails without is named', function (): void {
    World::depot();
    $this->post('/games', ['text' => (string) file_get_contents(base_path('docs/formats/examples/scripts/game.json'))])->assertRedirect();
    $this->post('/games/margin/agree', ['command' => app(Agreements::class)->of(app(Games::class)->get('margin'))->digest()]);
    $this->post('/games/margin/installs', ['path' => marginFolder(), 'open' => '1', 'version' => '9.0'])->assertRedirect();
    $snip = scriptOf('vim-snipmate', 'snipmate');
    $utilities = scriptOf('vim-addon-mw-utils', 'vim-addon-mw-utils');
    expect([$snip->state, $snip->package_id, array_map(fn ($one): string => $one->words(), $snip->found->release->needs)])
        ->toBe([ShelfState::Ready, 'snipmate', ['vim-addon-mw-utils', 'tlib']])
        ->and([$utilities->state, $utilities->package_id, $utilities->version])
        ->toBe([ShelfState::Ready, 'vim-addon-mw-utils', '0.0']);
    // The third says nothing of itself; a person does.
    $library = scriptOf('vim-tlib', 'tlib');
    expect([$library->state, $library->package_id])->toBe([ShelfState::Asks, 'tlib']);
    $said = ['id' => 'tlib', 'name' => 'tlib', 'version' => '1.28', 'kind' => 'library'];
    $this->post("/shelf/{$library->id}", $said)->assertSessionHasNoErrors();

    $this->post('/instances', ['name' => 'Scripts', 'game' => 'margin', 'version' => '9.0'])->assertRedirect();
    $instance = Instance::query()->latest('created_at')->firstOrFail();
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['snipmate']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect(array_keys($instance->versions()))->toContain('snipmate', 'vim-addon-mw-utils', 'tlib');
    $clean = World::rehearsed($instance);
    $log = fn (int $number): string => (string) file_get_contents((new Folder($instance))->log($number));
    expect($clean->state->value)->toBe('clean', $log($clean->number))->and($log($clean->number))->toContain('every script was run');

    // Without what it needs the program itself is the judge.
    File::deleteDirectory((new Folder($instance))->live('pack/mods/start/vim-addon-mw-utils'));
    $failed = World::rehearsed($instance->refresh())->load('instance');
    $read = app(Reading::class)->findings($failed)[0] ?? null;
    expect($failed->state->value)
        ->toBe('failed', $log($failed->number))
        ->and($read?->diagnosis->suspects)
        ->toBe(['snipmate'])
        ->and($read->sentence)
        ->toContain('vim-addon-mw-utils');
});

it('tries a definition from the workbench: kept, agreed to, launched once with the files at hand, its log read there', function (): void {
    World::depot();
    $text = (string) file_get_contents(base_path('docs/formats/examples/scripts/game.json'));
    $digest = function (string $text): string {
        $page = (string) $this->post('/games/workbench/made', ['text' => $text])->assertOk()->assertSee('Try a launch')->getContent();
        preg_match('/name="agreed" value="([0-9a-f]{64})"/', $page, $found);

        return $found[1];
    };
    $this->post('/access', ['kind' => 'folder', 'what' => $root = marginFolder(), 'open' => '1']);
    $this->from('/games/workbench')
        ->post('/games/workbench/launch', ['text' => $text, 'agreed' => str_repeat('0', 64)])
        ->assertRedirect('/games/workbench')
        ->assertSessionHasErrors();
    expect(session('errors')->first())
        ->toContain('has changed since it was shown')
        ->and(Instance::query()->where('trial', true)->count())
        ->toBe(0);

    $try = fn (array $files): TestResponse => $this->post('/games/workbench/launch', [
        'text' => $text,
        'agreed' => $digest($text),
        'folder' => $root,
        'files' => $files,
    ])->assertSessionHasNoErrors();
    $try([scriptFile('vim-addon-mw-utils', 'vim-addon-mw-utils'), UploadedFile::fake()->createWithContent('old.log', 'x')]);
    $first = Instance::query()->where('trial', true)->firstOrFail();
    expect([$first->name, $first->building->words()])
        ->toBe(['Trial of Margin', 'It launches.'])
        ->and(array_keys($first->versions()))
        ->toContain('vim-addon-mw-utils');
    $this->get('/games/workbench?game=margin')
        ->assertOk()
        ->assertSee('Its trial launch')
        ->assertSee('Rehearsal 1 of Trial of Margin');

    // A file that says nothing of itself is not left out in silence, and the instance of before makes room.
    $try([scriptFile('vim-tlib', 'tlib')]);
    $second = Instance::query()->where('trial', true)->sole();
    expect($second->id)
        ->not->toBe($first->id)
        ->and($second->building->words())
        ->toContain('tlib.zip does not say what it is');
});
