<?php

declare(strict_types=1);

use App\Depots\ReleaseRow;
use App\Disk\Folder;
use App\Imports\Import;
use App\Imports\ImportState;
use App\Models\Instance;
use App\Shelf\ShelfFile;
use App\Store\Store;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

beforeEach(function (): void {
    World::depot();
    $this->root = sys_get_temp_dir().'/stasimon-elsewhere-'.getmypid();
    File::deleteDirectory($this->root);
    mkdir($this->root);
    config(['stasimon.folders' => [$this->root]]);
});
afterEach(fn () => File::deleteDirectory($this->root));

/** A folder as somebody has put it together by hand, with what an instance of ours holds and more. */
function elsewhere(string $root): string
{
    $instance = World::applied(['gulls', 'tide-tables', 'long-piers']);
    $folder = "{$root}/My old ferry";
    $live = (new Folder($instance))->live();
    foreach (['mods', 'loader'] as $part) {
        File::copyDirectory("{$live}/{$part}", "{$folder}/{$part}");
    }
    file_put_contents("{$folder}/ferrywright.json", '{"game": "Ferrywright", "version": "3.2.1"}');
    $own = ['config/own.toml' => 'mine = 1', 'worlds/Isle/world.json' => '{}', 'screenshots/one.txt' => 'x'];
    $own['mods/notes.zip'] = 'no archive';
    foreach ($own as $name => $text) {
        File::ensureDirectoryExists(dirname("{$folder}/{$name}"));
        file_put_contents("{$folder}/{$name}", $text);
    }
    copy("{$live}/mods/gulls-2.0.0.zip", "{$folder}/mods/gulls copy.zip");
    $piers = basename((string) (glob("{$live}/mods/long-piers-*.zip") ?: [])[0]);
    rename("{$folder}/mods/{$piers}", "{$folder}/mods/{$piers}.disabled");
    symlink('/etc', "{$folder}/config/away");

    return $folder;
}

it('reads a folder without changing it, says what it found, and makes an instance that holds the same', function (): void {
    $folder = elsewhere($this->root);
    $before = World::tree($folder);
    $this->get('/folders')->assertOk()->assertSee($this->root);
    $this->post('/folders', ['path' => $folder])->assertRedirect();
    $import = Import::query()->firstOrFail();
    expect($import->state)->toBe(ImportState::Ready)->and($import->problem)->toBeNull();
    $this->get("/folders/{$import->id}")
        ->assertOk()
        ->assertSee('3.2.1')
        ->assertSee('Halyard')
        ->assertSee('There twice')
        ->assertSee('gulls copy.zip')
        ->assertSee('Kept out, by their names')
        ->assertSee('is called like an archive, and is none')
        ->assertSee('1 file in config and 1 file in worlds', false);
    $this->post("/folders/{$import->id}/make", ['name' => 'Old Ferry'])->assertRedirect();
    $instance = Instance::query()->where('name', 'Old Ferry')->firstOrFail();
    expect(array_map(fn ($want): string => $want->id, $instance->load('draft')->draft->plan->wants))
        ->toContain('gulls', 'tide-tables')
        ->not->toContain('kedge-bones')
        ->and($instance->draft->plan->isOff('long-piers'))
        ->toBeTrue();
    $instance = World::apply($instance);
    $there = array_filter(
        World::tree((new Folder($instance))->live('mods')),
        fn (string $path): bool => ! str_contains($path, 'copy') && ! str_contains($path, 'notes'),
        ARRAY_FILTER_USE_KEY,
    );
    $were = array_filter(
        World::tree("{$folder}/mods"),
        fn (string $path): bool => preg_match('/copy|notes|disabled/', $path) !== 1,
        ARRAY_FILTER_USE_KEY,
    );
    expect($there)
        ->toBe($were)
        ->and((string) file_get_contents((new Folder($instance))->live('config/own.toml')))
        ->toBe('mine = 1')
        ->and(is_file((new Folder($instance))->live('worlds/Isle/world.json')))
        ->toBeTrue()
        ->and(file_exists((new Folder($instance))->live('config/away')))
        ->toBeFalse()
        ->and(World::rehearsed($instance)->state->value)
        ->toBe('clean')
        ->and(World::tree($folder))
        ->toBe($before);
    $this->post("/folders/{$import->id}/make", ['name' => 'Again'])->assertStatus(409);
});

it('reads the same out of an archive on the shelf', function (): void {
    $folder = elsewhere($this->root);
    unlink("{$folder}/config/away");
    unlink("{$folder}/mods/notes.zip");
    $zip = new ZipArchive();
    $zip->open("{$this->root}/old.zip", ZipArchive::CREATE);
    foreach (array_keys(World::tree($folder)) as $path) {
        $zip->addFile("{$folder}/{$path}", "My old ferry/{$path}");
    }
    $zip->close();
    $this->post('/shelf', [
        'files' => [UploadedFile::fake()->createWithContent('old.zip', (string) file_get_contents("{$this->root}/old.zip"))],
    ])->assertRedirect('/shelf');
    $file = ShelfFile::query()->firstOrFail();
    $this->get("/shelf/{$file->id}")
        ->assertOk()
        ->assertSee('read it as a folder');
    $this->post('/folders', ['file' => $file->id])->assertRedirect();
    $import = Import::query()->firstOrFail();
    expect($import->state)->toBe(ImportState::Ready)->and($import->found->version)->toBe('3.2.1');
    $this->post("/folders/{$import->id}/make", ['name' => 'Out of an archive'])->assertRedirect();
    expect(World::apply(Instance::query()->where('name', 'Out of an archive')->firstOrFail())->versions())
        ->toHaveKeys(['gulls', 'tide-tables'])
        ->and(is_dir($import->unpacked()))
        ->toBeFalse();
});

it('reads nothing outside the folders that may be read, and does not say what is there', function (string $path): void {
    $this->followingRedirects()
        ->post('/folders', ['path' => str_replace('ROOT', $this->root, $path)])
        ->assertOk()
        ->assertSee('may not be read yet')
        ->assertDontSee('root:');
    expect(Import::query()->count())->toBe(0);
})->with(['/etc', '/etc/passwd', '/nowhere/at/all', 'ROOT/../..', 'ROOT-other']);

it('says so of a folder in which nothing says what it is', function (): void {
    mkdir("{$this->root}/empty");
    $this->post('/folders', ['path' => "{$this->root}/empty"])->assertRedirect();
    $import = Import::query()->firstOrFail();
    expect($import->state)->toBe(ImportState::Failed);
    $this->get("/folders/{$import->id}")
        ->assertOk()
        ->assertSee('Nothing in the folder says which game and version it is for.');
    $this->post("/folders/{$import->id}/make")->assertStatus(409);
});

it('says that a folder is gone by the time an instance is to be made of it', function (): void {
    $folder = elsewhere($this->root);
    $this->post('/folders', ['path' => $folder])->assertRedirect();
    $import = Import::query()->firstOrFail();
    File::deleteDirectory($folder);
    $this->post("/folders/{$import->id}/make", ['name' => 'Old Ferry'])->assertRedirect();
    $this->get("/folders/{$import->id}")
        ->assertOk()
        ->assertSee('The folder is not there any more. Nothing was changed.');
    expect(Instance::query()->where('name', 'Old Ferry')->exists())->toBeFalse();
});

it('takes what a depot has from the folder, where the store has it no more', function (): void {
    $folder = elsewhere($this->root);
    $this->post('/folders', ['path' => $folder])->assertRedirect();
    $import = Import::query()->firstOrFail();
    World::forgetFiles('gulls', 'tide-tables', 'long-piers', 'kedge-bones');
    $this->post("/folders/{$import->id}/make", ['name' => 'Old Ferry'])->assertRedirect();
    $gulls = trim((string) ReleaseRow::query()->where('package_id', 'gulls')->where('version', '2.0.0')->value('file_sha256'));
    expect((new Store())->holds($gulls))->toBeTrue();
});
