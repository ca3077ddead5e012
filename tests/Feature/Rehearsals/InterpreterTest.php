<?php

declare(strict_types=1);

// A program of an interpreter that we did not write, whose plugins are packages with version ranges: Debian's pytest is the game,
// taught by docs/formats/examples/interpreter/game.json; the plugins of its packages are the mods.

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
use Stasimon\Core\Document\Expression;
use Stasimon\Core\Document\Node;
use Tests\Support\Archives;
use Tests\Support\World;

const PACKAGES = '/usr/lib/python3/dist-packages';

/** What Debian lays down of a package for Python: its modules, and what it says of itself. */
function packageOf(string ...$patterns): string
{
    $files = [];
    foreach ($patterns as $pattern) {
        foreach (glob(PACKAGES."/{$pattern}") ?: [] as $path) {
            foreach (is_dir($path) ? File::allFiles($path) : [new SplFileInfo($path)] as $file) {
                $name = substr($file->getPathname(), strlen(PACKAGES) + 1);
                if (! str_contains($name, '__pycache__')) {
                    $files[$name] = (string) file_get_contents($file->getPathname());
                }
            }
        }
    }

    return Archives::bytes($files);
}

it('mods a real program of an interpreter: a range, a missing library that is named, and clean with it', function (bool $isGuessed): void {
    World::depot();
    $root = sys_get_temp_dir().'/stasimon-proving-'.bin2hex(random_bytes(4)).'/Proving';
    foreach (['pytest', '_pytest', 'attr', 'iniconfig', 'packaging', 'pluggy', 'py', 'pytest-7*', 'pluggy-*'] as $pattern) {
        foreach (glob(PACKAGES."/{$pattern}") ?: [] as $path) {
            File::copyDirectory($path, "{$root}/".basename($path));
        }
    }
    File::ensureDirectoryExists("{$root}/checks");
    file_put_contents("{$root}/checks/test_sea.py", "def test_sea():\n    assert 1 + 1 == 2\n");
    $text = $isGuessed
        ? GuessedGame::caged($root)
        : (string) file_get_contents(base_path('docs/formats/examples/interpreter/game.json'));
    $this->post('/games', ['text' => $text])->assertRedirect('/games/proving');
    $this->post('/games/proving/agree', ['command' => app(Agreements::class)->of(app(Games::class)->get('proving'))->digest()]);
    $this->post('/games/proving/installs', ['path' => $root, 'open' => '1'])->assertRedirect();
    expect(Install::query()->firstOrFail()->only(['version', 'problem']))->toBe(['version' => '7.2.1', 'problem' => null]);
    $plugins = [
        'pytest-xdist' => ['xdist', 'pytest_xdist-*'],
        'execnet' => ['execnet', 'execnet-*'],
        'pytest-sugar' => ['pytest_sugar.py', 'pytest_sugar-*'],
        'termcolor' => ['termcolor.py', 'termcolor-*'],
    ];
    foreach ($plugins as $id => $patterns) {
        $file = UploadedFile::fake()->createWithContent("{$id}.zip", packageOf(...$patterns));
        $this->post('/shelf', ['game' => 'proving', 'files' => [$file]])->assertRedirect();
        expect(ShelfFile::query()->latest('id')->firstOrFail()->found->id)->toBe($id);
    }
    $this->post('/instances', ['name' => 'Plugins', 'game' => 'proving', 'version' => '7.2.1'])->assertRedirect();
    $instance = Instance::query()->latest('created_at')->firstOrFail();

    // What a plugin says that it needs comes with it, in a release that its range takes.
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['pytest-xdist']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect($instance->placed->pluck('package_id'))->toContain('execnet', 'pytest-xdist');
    expect(launched($instance))->toMatch('/plugins: xdist-3\.1\.0.*1 passed/s');

    // One does not say that it needs another, and fails.
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['pytest-sugar']])->assertRedirect();
    $instance = World::apply($instance->refresh());
    $failed = World::rehearsed($instance)->load('instance');
    $read = app(Reading::class)->findings($failed)[0];
    expect($read->sentence)
        ->toBe('Pytest-sugar 0.9.6 needs termcolor, which is not in the line-up.')
        ->and($read->diagnosis->suspects)
        ->toBe(['pytest-sugar'])
        ->and(array_column($read->remedies, 'key'))
        ->toContain('add termcolor');
    $this->post("/instances/{$instance->id}/rehearsals/{$failed->number}/remedy", ['remedy' => 'add termcolor'])->assertRedirect();
    $instance = World::apply($instance->refresh());
    expect(launched($instance))->toMatch('/plugins: (?=.*sugar-0\.9\.6)(?=.*xdist-3\.1\.0)/')->toContain('test_sea');
    expect($instance->rehearsals()->latest('number')->firstOrFail()->state->value)->toBe('clean');

    // What the game itself is, is as it was before, and a range that the game does not meet is refused beforehand.
    expect((string) file_get_contents("{$root}/pytest/__main__.py"))->toBe(file_get_contents(PACKAGES.'/pytest/__main__.py'));
    $later = str_replace('pytest (>=6.2.0)', 'pytest (>=8)', (string) file_get_contents(PACKAGES.'/pytest_xdist-3.1.0.dist-info/METADATA'));
    $later = str_replace(['Version: 3.1.0', 'Name: pytest-xdist'], ['Version: 9.0.0', 'Name: pytest-later'], $later);
    $file = UploadedFile::fake()->createWithContent('later.zip', Archives::bytes(['later-9.dist-info/METADATA' => $later]));
    $this->post('/shelf', ['game' => 'proving', 'files' => [$file]])->assertRedirect();
    $this->post("/instances/{$instance->id}/draft/add", ['ids' => ['pytest-later']])->assertRedirect();
    $this->get("/instances/{$instance->id}/draft")->assertSee('Pytest-later 9.0.0 needs Proving')->assertSee('cannot be in Plugins');
})->with(['as it is in the examples' => false, 'as it is guessed from its folder' => true]);

// Examples after the Python Packaging User Guide, "Dependency specifiers" and "Names and normalization".
it('reads what a package of Python asks for', function (string $said, array $expected): void {
    $example = json_decode((string) file_get_contents(base_path('docs/formats/examples/interpreter/game.json')), true);
    $needs = Expression::read(Node::ofJson((string) json_encode($example['descriptors'][0]['needs'])));
    expect($needs->of(['requires-dist' => $said]))->toBe($expected);
})->with([
    ['execnet>=1.1', [['id' => 'execnet', 'range' => '>=1.1']]],
    ['attrs (>=19.2.0,<23)', [['id' => 'attrs', 'range' => '>=19.2.0 <23']]],
    ['Zope.Interface_core[testing] == 5.0', [['id' => 'zope-interface-core', 'range' => '= 5.0']]],
    ['pluggy~=1.0', [['id' => 'pluggy', 'range' => '>=1.0']]],
    ['packaging', [['id' => 'packaging', 'range' => '*']]],
    ['tomli>=1.0.0; python_version < "3.11"', []],
]);

/** The log of a launch. */
function launched(Instance $instance): string
{
    return (string) file_get_contents((new Folder($instance))->log(World::rehearsed($instance)->number));
}
