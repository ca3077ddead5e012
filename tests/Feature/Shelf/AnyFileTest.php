<?php

declare(strict_types=1);

use App\Disk\Folder;
use App\Models\Instance;
use App\Shelf\ShelfFile;
use App\Shelf\ShelfState;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Symfony\Component\Process\Process;
use Tests\Support\Archives;
use Tests\Support\World;

beforeEach(fn () => World::depot());

function droppedFile(Instance $instance, string $name, string $bytes): ShelfFile
{
    test()
        ->post('/shelf', ['instance' => $instance->id, 'files' => [UploadedFile::fake()->createWithContent($name, $bytes)]])
        ->assertRedirect();

    return ShelfFile::query()->latest('id')->firstOrFail();
}

it('says what a library of code is, and lays it as it is', function (): void {
    $library = glob('/usr/lib/x86_64-linux-gnu/libz.so.1.*')[0];
    $instance = World::applied(['gulls']);
    $file = droppedFile($instance, 'sea-spray-1.2.so', (string) file_get_contents($library));
    expect([$file->state, $file->package_id, $file->version])
        ->toBe([ShelfState::Asks, 'sea-spray', '1.2'])
        ->and(implode(' ', $file->found->why))
        ->toContain('library (ELF) for x86-64 that asks for libc.so.6');
    $this->post("/shelf/{$file->id}", ['id' => 'sea-spray', 'name' => 'Sea Spray', 'version' => '1.2', 'kind' => 'mod'])
        ->assertRedirect()
        ->assertSessionHasNoErrors();
    $this->post("/instances/{$instance->id}/shelf/{$file->id}/add")->assertRedirect("/instances/{$instance->id}/draft");
    World::apply($instance->refresh());
    expect(hash_file('sha256', (new Folder($instance))->live('mods/sea-spray-1.2.so')))->toBe(hash_file('sha256', $library));
});

// The packer is 7-Zip itself, which shares no code with the program that reads it here.
it('reads what is packed by 7-Zip as the archive that it is', function (): void {
    $folder = sys_get_temp_dir().'/stasimon-seven-'.bin2hex(random_bytes(4));
    File::ensureDirectoryExists($folder);
    $known = config('stasimon.var').'/depots/slipway/files/gulls-2.0.0.zip';
    (new Process(['unzip', '-q', $known, '-d', "{$folder}/in"]))->mustRun();
    (new Process(['7zz', 'a', '-bso0', "{$folder}/gulls.7z", '.'], "{$folder}/in"))->mustRun();
    $file = droppedFile(World::applied(['long-piers']), 'gulls.7z', (string) file_get_contents("{$folder}/gulls.7z"));
    expect([$file->name, $file->package_id, $file->version, $file->state])->toBe(['gulls.zip', 'gulls', '2.0.0', ShelfState::Ready]);
});

it('refuses a damaged one with a sentence, and keeps nothing of it', function (): void {
    $file = droppedFile(World::applied(['gulls']), 'gulls.7z', "7z\xBC\xAF\x27\x1C".random_bytes(2_000));
    expect($file->state)->toBe(ShelfState::Refused)->and($file->problem)->toContain('packed as 7z')->toContain('damaged');
});

it('takes several mods out of one archive, each as a file of its own', function (string $shape): void {
    $depot = config('stasimon.var').'/depots/slipway/files';
    $inside = [];
    foreach (['gulls-2.0.0', 'long-piers-5.0.1'] as $name) {
        $zip = new ZipArchive();
        $zip->open("{$depot}/{$name}.zip");
        for ($n = 0; $n < $zip->numFiles; $n++) {
            $inside["{$name}/".$zip->getNameIndex($n)] = (string) $zip->getFromIndex($n);
        }
    }
    $archives = ['read me.txt' => 'both', 'set/gulls-2.0.0.zip' => (string) file_get_contents("{$depot}/gulls-2.0.0.zip")];
    $archives['set/long-piers-5.0.1.zip'] = (string) file_get_contents("{$depot}/long-piers-5.0.1.zip");
    $instance = World::applied(['tide-tables']);
    $file = droppedFile($instance, 'both of them.zip', Archives::bytes($shape === 'archives' ? $archives : $inside));
    expect($file->state)->toBe(ShelfState::Asks)->and($file->found->why[0])->toContain('There are 2 mods in it');
    $this->get("/shelf/{$file->id}")
        ->assertOk()
        ->assertSee('Take them out');
    $parts = $shape === 'archives' ? ['set/gulls-2.0.0.zip', 'set/long-piers-5.0.1.zip'] : ['gulls-2.0.0', 'long-piers-5.0.1'];
    $this->from("/shelf/{$file->id}")
        ->post("/shelf/{$file->id}/take-out", ['parts' => ['../victim']])
        ->assertRefused('Nothing of that name');
    $this->post("/shelf/{$file->id}/take-out", ['parts' => $parts])->assertRedirect();
    expect(ShelfFile::query()->orderBy('package_id')->get(['package_id', 'version'])->map->getAttributes()->all())->toBe([
        ['package_id' => 'gulls', 'version' => '2.0.0'],
        ['package_id' => 'long-piers', 'version' => '5.0.1'],
    ]);
})->with(['archives', 'folders']);

it('lays nothing as a kind that the game has no folder for', function (): void {
    $file = droppedFile(World::applied(['gulls']), 'second-act-1.0.zip', Archives::bytes(['acts/two.txt' => 'two']));
    $said = ['id' => 'second-act', 'name' => 'Second Act', 'version' => '1.0', 'kind' => 'expansion'];
    $this->from("/shelf/{$file->id}")
        ->post("/shelf/{$file->id}", $said)
        ->assertRefused('Ferrywright has no folder for expansions');
    expect($file->refresh()->state)->toBe(ShelfState::Asks);
});

it('lays a loader of one\'s own, several files of one archive, into the root', function (): void {
    $says = fn (string $id): array => ['format' => 'stasimon/game', 'revision' => 1, 'id' => $id, 'name' => 'Rowing Club',
        'versions' => [['version' => '1.0']], 'runtime' => ['id' => 'system', 'name' => 'this system', 'versions' => ['1'],
            'rules' => [['from' => '1.0', 'range' => '*', 'words' => 'any']]],
        'loaders' => [['id' => 'coxswain', 'words' => 'the one that there is']],
        'memory' => [['megabytes' => 256, 'words' => 'to begin with']],
        'places' => ['loader' => ['folder' => '.', 'unpack' => true], 'mod' => ['folder' => 'mods']],
        'own' => ['saves'], 'launch' => ['sh', '{dir}/cox/start.sh'], 'log' => ['line' => '/^(?<message>.*)$/', 'signatures' => []]];
    $this->post('/games', ['text' => json_encode($says('rowing'))])->assertSessionHasNoErrors();
    $packed = ['hook.ini' => 'on=1', 'cox/start.sh' => "echo up\n", 'cox/deep/oar.txt' => 'oar'];
    $file = UploadedFile::fake()->createWithContent('coxswain-2.0.zip', Archives::bytes($packed));
    $this->post('/shelf', ['game' => 'rowing', 'files' => [$file]])->assertRedirect();
    $file = ShelfFile::query()->latest('id')->firstOrFail();
    $this->post("/shelf/{$file->id}", ['id' => 'coxswain', 'name' => 'Coxswain', 'version' => '2.0', 'kind' => 'loader'])
        ->assertSessionHasNoErrors();
    $this->post('/instances', ['game' => 'rowing', 'version' => '1.0', 'name' => 'Eight'])->assertSessionHasNoErrors()->assertRedirect();
    $instance = World::apply(Instance::query()->where('name', 'Eight')->firstOrFail());
    $folder = new Folder($instance);
    expect(array_map(fn (string $path): string => (string) file_get_contents($folder->live($path)), array_keys($packed)))
        ->toBe(array_values($packed));
});
