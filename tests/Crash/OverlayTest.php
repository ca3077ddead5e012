<?php

declare(strict_types=1);

use App\Disk\Applying;
use App\Disk\Folder;
use App\Drafts\Drafting;
use App\Models\Instance;
use App\Store\Store;
use App\Work\Allowance;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\File;
use Stasimon\Core\Plan\Plan;
use Symfony\Component\Process\Process;
use Tests\Support\Archives;
use Tests\Support\World;

/** The game of the demo, its mods unpacked over the game's own folder. */
function gameOverlaid(): void
{
    $games = sys_get_temp_dir().'/stasimon-games-'.bin2hex(random_bytes(4));
    File::copyDirectory(base_path('games'), $games);
    $definition = json_decode((string) file_get_contents("{$games}/ferrywright.json"), true);
    $definition['places']['mod'] = ['folder' => '.', 'unpack' => true];
    file_put_contents("{$games}/ferrywright.json", json_encode($definition));
    config(['stasimon.games' => $games]);
    app()->forgetScopedInstances();
}

/**
 * A folder, and what is in it.
 *
 * @return array{string, array<string, string>}
 */
function randomGame(): array
{
    $root = sys_get_temp_dir().'/stasimon-game-'.bin2hex(random_bytes(4)).'/Ferrywright';
    $files = ['ferrywright.json' => '{"game": "Ferrywright", "version": "3.2.1"}'];
    for ($n = 0; $n < 30; $n++) {
        $files[['', 'data/', 'data/deep/', 'bin/'][mt_rand(0, 3)].'f'.mt_rand(0, 19).['.bin', '.ini', ''][mt_rand(0, 2)]] = "game {$n}";
    }
    foreach ($files as $path => $content) {
        File::ensureDirectoryExists(dirname("{$root}/{$path}"));
        file_put_contents("{$root}/{$path}", $content);
    }

    return [$root, $files];
}

// After any sequence of applies a folder is the game with what is asked for over it, in order; without mods it is the game,
// byte for byte; and what is in the store is what it was.
it('lays any set of mods over the game, and gives the game back', function (): void {
    mt_srand($seed = (int) (getenv('STASIMON_SEED') ?: 20261130));
    gameOverlaid();
    World::depot();
    [$root, $game] = randomGame();
    $this->post('/games/ferrywright/installs', ['path' => $root, 'open' => '1'])->assertRedirect();
    $instance = World::instance([]);
    $paths = [...array_keys($game), 'data/new.bin', 'extra/one.txt'];
    $mods = [];
    for ($n = 0; $n < 7; $n++) {
        $says = ['id' => "m{$n}", 'version' => '1.0.0', 'name' => "M{$n}", 'type' => 'mod', 'loaders' => ['halyard'], 'side' => 'both'];
        $says += ['needs' => ['ferrywright' => '>=3.2.0'], 'needsOneOf' => [], 'breaks' => [], 'provides' => (object) []];
        $mods["m{$n}"] = ['ferry.mod.json' => (string) json_encode($says)];
        foreach ((array) array_rand(array_flip($paths), mt_rand(1, 8)) as $path) {
            $mods["m{$n}"][$path] ??= "mod {$n} ".mt_rand();
        }
        unset($mods["m{$n}"]['ferrywright.json']);
        $file = UploadedFile::fake()->createWithContent("m{$n}.zip", Archives::bytes($mods["m{$n}"]));
        $this->post('/shelf', ['instance' => $instance->id, 'files' => [$file]])->assertRedirect();
    }
    $cases = (int) (getenv('STASIMON_CASES') ?: 25);
    for ($case = 0; $case <= $cases; $case++) {
        app(Allowance::class)->forWork();
        $set = $case === $cases ? [] : array_filter(array_keys($mods), fn (): bool => mt_rand(0, 1) === 1);
        app(Drafting::class)->step(
            $instance->refresh(),
            function (Plan $plan) use ($mods, $set): Plan {
                foreach (array_keys($mods) as $id) {
                    $plan = in_array($id, $set, true) ? $plan->wanting($id) : $plan->without($id);
                }

                return $plan->puttingBack();
            },
        );
        app(Applying::class)->run($instance->refresh(), World::task($instance));
        $expected = array_replace($game, ...array_values(array_intersect_key($mods, array_flip($set))));
        ksort($expected, SORT_STRING);
        expect(laidOver($instance->refresh()))->toBe($expected, "seed {$seed}, case {$case}");
    }
    foreach ((new Store())->all() as $digest => $path) {
        expect(hash_file('sha256', $path))->toBe($digest);
    }
    // Nor could another user of the machine write into it: find is the judge, which asks the system as that user.
    $asAnother = posix_geteuid() === 0 ? ['setpriv', '--reuid=65534', '--regid=65534', '--clear-groups'] : [];
    $find = new Process([...$asAnother, 'find', config('stasimon.var').'/store', '-writable', '-not', '-type', 'l']);
    $asAnother === [] || expect($find->mustRun()->getOutput())->toBe('');
});

/** @return array<string, string> path => content, of all but the loader and what it needs */
function laidOver(Instance $instance): array
{
    $folder = new Folder($instance);
    $own = DB::table('placed_files')
        ->where('instance_id', $instance->id)
        ->where('package_id', 'not like', 'm_')
        ->pluck('path')
        ->all();
    $found = [];
    foreach (array_diff(array_map(strval(...), array_keys($folder->files())), $own) as $path) {
        $found[$path] = (string) file_get_contents($folder->live($path));
    }
    ksort($found, SORT_STRING);

    return $found;
}
