<?php

declare(strict_types=1);

use App\Disk\Applying;
use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Installs\GameFile;
use App\Installs\Install;
use App\Installs\Installs;
use App\Installs\InstallState;
use App\Models\Instance;
use App\Rehearsals\Play\PlainFolder;
use App\Store\Store;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Game\OwnWords;
use Stasimon\Core\Plan\Plan;
use Tests\Support\World;

/** A game as it lies on somebody's disk, with a mod and a world of theirs in it. */
function folderOfGame(string $version = '3.2.1', array $more = []): string
{
    $root = sys_get_temp_dir().'/stasimon-game-'.bin2hex(random_bytes(4)).'/Ferrywright';
    $files = $more + [
        'ferrywright.json' => json_encode(['game' => 'Ferrywright', 'version' => $version]),
        'engine/ferry' => "#!/bin/sh\necho up\n",
        'engine/lib/sea.so.1' => random_bytes(200_000),
        'data/gulls.png' => 'white',
        'settings.ini' => "sound=1\n",
        'mods/somebody.zip' => 'a mod',
        'worlds/Low Tide/world.json' => '{}',
    ];
    foreach ($files as $path => $content) {
        File::ensureDirectoryExists(dirname("{$root}/{$path}"));
        file_put_contents("{$root}/{$path}", $content);
    }
    chmod("{$root}/engine/ferry", 0o755);
    @symlink('sea.so.1', "{$root}/engine/lib/sea.so");
    @symlink('/etc/passwd', "{$root}/passwd");

    return $root;
}

function keptInstall(string $root): Install
{
    test()
        ->post('/games/ferrywright/installs', ['path' => $root, 'open' => '1'])
        ->assertRedirect();

    return Install::query()->orderByDesc('id')->firstOrFail();
}

function applying(Instance $instance, Closure $step): Instance
{
    app(Drafting::class)->step($instance->refresh(), $step);
    app(Applying::class)->run($instance->refresh(), World::task($instance));

    return $instance->refresh();
}

it('keeps the files of a game, recognises its version, and leaves out what is not its', function (): void {
    $install = keptInstall($root = folderOfGame());
    expect([$install->state, $install->version, $install->files, $install->problem])
        ->toBe([InstallState::Kept, '3.2.1', 6, null])
        ->and($install->left_out)
        ->toContain('passwd is a link out of the folder')
        ->toContain('mods, with a file, is for mods')
        ->toContain('worlds, with a file');
    $this->get('/games/ferrywright')
        ->assertOk()
        ->assertSee($root)
        ->assertSee('nothing is kept');
    // What its keeper changes there afterwards changes nothing here.
    $digest = hash('sha256', 'white');
    file_put_contents("{$root}/data/gulls.png", 'grey');
    expect((new Store())->has($digest))->toBeTrue();
});

it('reads nothing for a version that the definition does not know', function (): void {
    $this->from('/games/ferrywright')
        ->post('/games/ferrywright/installs', ['path' => folderOfGame(), 'open' => '1', 'version' => '9.9'])
        ->assertRedirect('/games/ferrywright');
    $this->get('/games/ferrywright')->assertSee('Ferrywright 9.9 is no version that its definition knows');
    expect(Install::query()->count())->toBe(0);
});

it('keeps no link that leads out through another one', function (): void {
    $root = folderOfGame();
    unlink("{$root}/passwd");
    symlink('.', "{$root}/here");
    // By its names it stays inside; here is the folder itself, so it does not.
    symlink('here/here/../..', "{$root}/out");
    symlink('../data/gulls.png', "{$root}/engine/gull");
    $install = keptInstall($root);
    expect($install->left_out)
        ->toContain('out is a link out of the folder')
        ->and(array_keys(array_filter(app(Installs::class)->files($install->id), fn (GameFile $file): bool => $file->link !== null)))
        ->toBe(['engine/gull', 'engine/lib/sea.so', 'here']);
});

it('says of a version that its definition does not list what is to be done, and keeps nothing', function (): void {
    $install = keptInstall(folderOfGame('9.9'));
    expect($install->state)->toBe(InstallState::Failed)->and($install->problem)->toContain('Ferrywright 9.9')->toContain('Add it');
});

it('reads no folder that nobody has opened', function (): void {
    $this->from('/games/ferrywright')
        ->post('/games/ferrywright/installs', ['path' => folderOfGame()])
        ->assertRefused('may not be read yet');
    expect(Install::query()->count())->toBe(0);
});

it('makes an instance the whole game, and one without mods the game as it came', function (): void {
    World::depot();
    keptInstall($root = folderOfGame());
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    expect(readlink($folder->live('engine/lib/sea.so')))
        ->toBe('sea.so.1')
        ->and(is_executable($folder->live('engine/ferry')))
        ->toBeTrue()
        ->and(fileinode($folder->live('engine/lib/sea.so.1')))
        ->toBe(fileinode((new Store())->path((string) hash_file('sha256', "{$root}/engine/lib/sea.so.1"))))
        ->and(is_file($folder->live('mods/somebody.zip')))
        ->toBeFalse()
        ->and(fileinode($folder->live('settings.ini')))
        ->not->toBe(fileinode((new Store())->path(hash('sha256', "sound=1\n"))));
    $this->get("/instances/{$instance->id}/differs")
        ->assertOk()
        ->assertSee('mods/')
        ->assertDontSee('engine/ferry');
});

it('lays the game as it came where it is played without mods, and nothing over what was saved there', function (): void {
    World::depot();
    keptInstall(folderOfGame());
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    app(PlainFolder::class)->prepare($instance, '');
    $stored = fn (string $content): int => (int) fileinode((new Store())->path(hash('sha256', $content)));
    expect(readlink($folder->plain('engine/lib/sea.so')))
        ->toBe('sea.so.1')
        ->and(is_executable($folder->plain('engine/ferry')))
        ->toBeTrue()
        ->and(fileinode($folder->plain('data/gulls.png')))
        ->toBe($stored('white'))
        ->and(fileinode($folder->plain('settings.ini')))
        ->not->toBe($stored("sound=1\n"))
        ->and(is_dir($folder->plain('mods')))
        ->toBeFalse();
    file_put_contents($folder->plain('settings.ini'), "sound=0\n");
    unlink($folder->plain('engine/ferry'));
    app(PlainFolder::class)->prepare($instance, '');
    expect(file_get_contents($folder->plain('settings.ini')))
        ->toBe("sound=0\n")
        ->and($folder->plain('engine/ferry'))
        ->toBeFile()
        ->and(file_get_contents((new Store())->path(hash('sha256', "sound=1\n"))))
        ->toBe("sound=1\n");
});

it('keeps what the game has written into its own files, and lays the rest anew', function (): void {
    World::depot();
    keptInstall(folderOfGame());
    $instance = World::applied(['gulls']);
    $folder = new Folder($instance);
    file_put_contents($folder->live('settings.ini'), "sound=0\n");
    // Written as programs write: a new file in the place of the old one.
    file_put_contents($folder->live('data/new'), 'painted');
    rename($folder->live('data/new'), $folder->live('data/gulls.png'));
    unlink($folder->live('engine/ferry'));
    $instance = applying($instance, fn (Plan $plan): Plan => $plan->wanting('long-piers'));
    expect(file_get_contents($folder->live('settings.ini')))
        ->toBe("sound=0\n")
        ->and(file_get_contents($folder->live('data/gulls.png')))
        ->toBe('painted')
        ->and(is_file($folder->live('engine/ferry')))
        ->toBeTrue()
        ->and((new Store())->has(hash('sha256', 'white')))
        ->toBeTrue();
    $this->get("/instances/{$instance->id}/differs")
        ->assertSee('data/gulls.png')
        ->assertSee('written into since');
});

it('goes over to files that were read anew, and takes out those that nobody uses', function (): void {
    World::depot();
    $first = keptInstall(folderOfGame());
    $instance = World::applied(['gulls']);
    $second = keptInstall(folderOfGame(more: ['data/gulls.png' => 'grey', 'data/terns.png' => 'black']));
    expect(Install::query()->count())->toBe(2);
    $instance = applying($instance, fn (Plan $plan): Plan => $plan->wanting('long-piers'));
    $folder = new Folder($instance);
    expect($instance->install_id)
        ->toBe($second->id)
        ->and(file_get_contents($folder->live('data/gulls.png')))
        ->toBe('grey')
        ->and(is_file($folder->live('data/terns.png')))
        ->toBeTrue();
    keptInstall(folderOfGame());
    expect(Install::query()->whereKey($first->id)->exists())->toBeFalse();
    $this->from('/games/ferrywright')
        ->delete("/games/ferrywright/installs/{$second->id}")
        ->assertRefused('laid over it');
});

it('knows a version by the contents of a file, and takes a person\'s word where nothing says it', function (): void {
    $games = sys_get_temp_dir().'/stasimon-games-'.bin2hex(random_bytes(4));
    File::copyDirectory(base_path('games'), $games);
    $definition = json_decode((string) file_get_contents("{$games}/ferrywright.json"), true);
    unset($definition['installed']);
    $definition['known'] = ['engine/ferry' => [hash('sha256', "#!/bin/sh\necho up\n") => '3.3.2']];
    file_put_contents("{$games}/ferrywright.json", json_encode($definition));
    config(['stasimon.games' => $games]);
    app()->forgetScopedInstances();
    expect(keptInstall(folderOfGame())->version)->toBe('3.3.2');
    expect(keptInstall(folderOfGame(more: ['engine/ferry' => 'other']))->problem)->toContain('Say it beside the folder');
    $this->post('/games/ferrywright/installs', [
        'path' => folderOfGame(more: ['engine/ferry' => 'other']),
        'open' => '1',
        'version' => '3.2.1',
    ])->assertRedirect();
    expect(Install::query()->orderByDesc('id')->firstOrFail()->only(['version', 'state']))->toBe([
        'version' => '3.2.1',
        'state' => InstallState::Kept,
    ]);
});

it('finds out by watching a launch which of its own files the game writes into', function (): void {
    World::depot();
    keptInstall(folderOfGame());
    $instance = World::applied(['gulls']);
    $install = (int) $instance->install_id;
    $isWritten = fn (string $path): bool => app(Installs::class)->file($install, $path)->isWritten;
    $wrapper = sys_get_temp_dir().'/stasimon-writes-'.bin2hex(random_bytes(4)).'.sh';
    $bird = (new Folder($instance))->live('data/gulls.png');
    file_put_contents($wrapper, "#!/bin/sh\necho painted > '{$bird}.new' && mv '{$bird}.new' '{$bird}'\nexec \"\$@\"\n");
    chmod($wrapper, 0o755);
    World::rehearsed($instance);
    expect($isWritten('data/gulls.png'))->toBeFalse();
    $instance->update(['launching' => new OwnWords([$wrapper])]);
    World::rehearsed($instance->refresh());
    expect($isWritten('data/gulls.png'))->toBeTrue()->and($isWritten('engine/ferry'))->toBeFalse();
    $other = World::applied(['gulls']);
    expect(fileinode((new Folder($other))->live('data/gulls.png')))->not->toBe(fileinode((new Store())->path(hash('sha256', 'white'))));
});
