<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Imports\Import;
use App\Imports\ImportState;
use App\Models\Instance;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    $this->root = sys_get_temp_dir().'/stasimon-loose-'.bin2hex(random_bytes(4)).'/Mine';
});

/** @param  array<string, string>  $files */
function looseFolder(string $root, array $files): Import
{
    foreach ($files as $path => $content) {
        File::ensureDirectoryExists(dirname("{$root}/{$path}"));
        file_put_contents("{$root}/{$path}", $content);
    }
    test()
        ->post('/folders', ['path' => $root, 'open' => '1'])
        ->assertRedirect();

    return Import::query()->latest('id')->firstOrFail();
}

// Of nightpost, whose data packs lie in "scripts" as folders and files.
it('finds mods that lie in folders and as files beside each other, and each is in the draft', function (): void {
    $import = looseFolder($this->root, [
        'nightpost.json' => '{"game": "Nightpost", "version": "8812"}',
        'scripts/fast-sorting/init.lua' => 'sort()',
        'scripts/fast-sorting/data/table.txt' => '1 2 3',
        'scripts/Quiet Bells 1.2.lua' => 'hush()',
        'scripts/Quiet Bells 1.2.ini' => 'volume=1',
        'scripts/old-stamps.lua.disabled' => 'stamp()',
    ]);
    expect($import->problem)->toBeNull()->and($import->state)->toBe(ImportState::Ready);
    $found = $import->found;
    $loose = array_column(array_filter($found->archives, fn (array $one): bool => $one['how'] === 'loose'), null, 'path');
    expect(array_map(fn (array $one): array => [$one['id'], $one['version'], $one['state'], count($one['files'])], $loose))->toBe([
        'scripts/Quiet Bells 1.2.ini' => ['quiet-bells', '1.2', 'in', 2],
        'scripts/fast-sorting' => ['fast-sorting', '1.0.0', 'in', 2],
        'scripts/old-stamps.lua.disabled' => ['old-stamps', '1.0.0', 'off', 1],
    ]);
    $this->post("/folders/{$import->id}/make", ['name' => 'Mine'])->assertRedirect();
    $instance = Instance::query()->latest('created_at')->firstOrFail();
    $draft = $instance->draft->plan;
    expect([$draft->wants('fast-sorting'), $draft->wants('quiet-bells'), $draft->isOff('old-stamps')])->toBe([true, true, true]);
    World::apply($instance);
    $folder = new Folder($instance->refresh());
    expect(file_get_contents($folder->live('scripts/fast-sorting/data/table.txt')))
        ->toBe('1 2 3')
        ->and(file_get_contents($folder->live('scripts/Quiet Bells 1.2.ini')))
        ->toBe('volume=1')
        ->and(is_file($folder->live('scripts/old-stamps.lua')))
        ->toBeFalse();
});

it('takes a person\'s word for which game a bare folder of mods is for', function (): void {
    $files = glob(config('stasimon.var').'/depots/slipway/files/{gulls-2.0.0,long-piers-5*}.zip', GLOB_BRACE) ?: [];
    File::ensureDirectoryExists($this->root);
    foreach ($files as $file) {
        copy($file, "{$this->root}/".basename($file));
    }
    expect(looseFolder($this->root, [])->problem)->toContain('Say it beside the folder');
    $this->post('/folders', ['path' => $this->root, 'open' => '1', 'is' => 'ferrywright 3.2.1'])->assertRedirect();
    $found = Import::query()->latest('id')->firstOrFail()->found;
    expect([$found->game, $found->version])
        ->toBe(['ferrywright', '3.2.1'])
        ->and(array_column($found->archives, 'id'))
        ->toContain('gulls', 'long-piers');
});
