<?php

declare(strict_types=1);

// A program for .NET that we did not write, whose plugins are assemblies that refer to each other by version: Debian's Gendarme is the
// game, taught by docs/formats/examples/dotnet/game.json; the rules that it loads are the mods, a library comes from another package.

use App\Disk\Folder;
use App\Games\Games;
use App\Games\Taught\Agreements;
use App\Games\Taught\GuessedGame;
use App\Installs\Install;
use App\Models\Instance;
use App\Rehearsals\Log\Reading;
use App\Shelf\ShelfFile;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\File;
use Tests\Support\World;

const RULES = '/usr/lib/gendarme';

function inspectionFolder(): string
{
    $root = sys_get_temp_dir().'/stasimon-inspection-'.bin2hex(random_bytes(4)).'/Inspection';
    File::ensureDirectoryExists("{$root}/reports");
    foreach (['gendarme.exe', 'Gendarme.Framework.dll', 'Mono.Cecil.dll'] as $name) {
        copy(RULES."/{$name}", "{$root}/{$name}");
    }
    copy(RULES.'/Gendarme.Rules.Ui.dll', "{$root}/sample.exe");
    file_put_contents("{$root}/reports/last.txt", 'none yet');

    return $root;
}

function shelvedRules(string $path): ShelfFile
{
    $file = UploadedFile::fake()->createWithContent(basename($path), (string) file_get_contents($path));
    test()
        ->post('/shelf', ['game' => 'inspection', 'files' => [$file]])
        ->assertRedirect();

    return ShelfFile::query()->latest('id')->firstOrFail();
}

it('mods a real program for .NET: what an assembly refers to comes along, what was waived is named', function (bool $isGuessed): void {
    World::depot();
    $root = inspectionFolder();
    $text = (string) file_get_contents(base_path('docs/formats/examples/dotnet/game.json'));
    if ($isGuessed) {
        // What a person says beside what is guessed: where its plugins lie, and by which list and words it is started.
        $said = array_flip(['places', 'templates', 'launch', 'ready', 'alone', 'own']);
        $text = (string) json_encode(array_intersect_key(json_decode($text, true), $said) + json_decode(GuessedGame::caged($root), true));
    }
    $this->post('/games', ['text' => $text])->assertRedirect('/games/inspection');
    $this->post('/games/inspection/agree', ['command' => app(Agreements::class)->of(app(Games::class)->get('inspection'))->digest()]);
    $this->post('/games/inspection/installs', ['path' => $root, 'open' => '1'])->assertRedirect();
    expect(Install::query()->firstOrFail()->only(['version', 'problem']))->toBe(['version' => '4.2.0.0', 'problem' => null]);
    $zip = glob('/usr/lib/mono/gac/ICSharpCode.SharpZipLib/4.84*/ICSharpCode.SharpZipLib.dll') ?: [];
    foreach ([RULES.'/Gendarme.Rules.Portability.dll', RULES.'/Gendarme.Rules.Smells.dll', $zip[0]] as $path) {
        $file = shelvedRules($path);
        expect($file->found?->id)->toBe(strtolower(basename($path, '.dll')), (string) $file->problem);
    }
    $this->post('/instances', ['name' => 'Rules', 'game' => 'inspection', 'version' => '4.2.0.0'])->assertRedirect();
    $instance = Instance::query()->latest('created_at')->firstOrFail();

    // What an assembly refers to comes with it, from another package.
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['gendarme.rules.portability']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect($instance->versions())->toHaveKey('icsharpcode.sharpziplib', '4.84.0.0');
    $clean = World::rehearsed($instance);
    $log = fn (int $number): string => (string) file_get_contents((new Folder($instance))->log($number));
    expect($clean->state->value)->toBe('clean', $log($clean->number));

    // What nobody has is refused, with what would help; disregarded, the launch fails on it and its log says by whom.
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['gendarme.rules.smells']])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")->assertSee('gendarme.rules.performance');
    $this->post("/instances/{$instance->id}/draft/waive", [
        'id' => 'gendarme.rules.smells',
        'version' => '4.2.0.0',
        'relation' => 'needs',
        'target' => 'gendarme.rules.performance',
    ])->assertRedirect();
    $instance = World::apply($instance->refresh());
    $failed = World::rehearsed($instance)->load('instance');
    expect($failed->state->value)->toBe('failed', $log($failed->number));
    $read = app(Reading::class)->findings($failed)[0];
    expect($read->sentence)
        ->toContain('Gendarme.Rules.Smells 4.2.0.0 needs the assembly Gendarme.Rules.Performance')
        ->and($read->diagnosis->suspects)
        ->toBe(['gendarme.rules.smells']);

    // It comes, and is what helps.
    shelvedRules(RULES.'/Gendarme.Rules.Performance.dll');
    test()->nextRequest();
    $read = app(Reading::class)->findings($failed->refresh()->load('instance'))[0];
    expect(array_column($read->remedies, 'key'))->toContain('add gendarme.rules.performance');
    $remedy = ['remedy' => 'add gendarme.rules.performance'];
    $this->post("/instances/{$instance->id}/rehearsals/{$failed->number}/remedy", $remedy)->assertRedirect();
    $instance = World::apply($instance->refresh());
    $clean = World::rehearsed($instance);
    expect($clean->state->value)
        ->toBe('clean', $log($clean->number))
        ->and(World::tree($root)['gendarme.exe'])
        ->toBe(hash_file('sha256', RULES.'/gendarme.exe'));
})->with(['as it is in the examples' => false, 'as it is guessed from its folder' => true]);
