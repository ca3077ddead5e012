<?php

declare(strict_types=1);

use Illuminate\Support\Facades\File;
use Symfony\Component\Process\Process;

// The game's stand-in by itself: files in, log and exit code out. It shares no code with the application.

/**
 * A folder with files of the demo's depot in their places.
 *
 * @param  list<string>  $files
 */
function gameFolder(array $files): string
{
    $dir = sys_get_temp_dir().'/stand-in-'.uniqid();
    File::ensureDirectoryExists($dir);
    foreach ($files as $file) {
        $folder = $dir.(str_starts_with($file, 'halyard') ? '/loader' : '/mods');
        File::ensureDirectoryExists($folder);
        file_put_contents(
            "{$folder}/{$file}.zip",
            (string) file_get_contents(config('stasimon.demo_depots.Slipway')."/files/{$file}.zip"),
        );
    }

    return $dir;
}

/** @param  list<string>  $more */
function game(string $dir, array $more = []): Process
{
    return new Process(
        [
            'php',
            base_path('standins/game/launch.php'),
            '--dir',
            $dir,
            '--game',
            'ferrywright:3.2.1',
            '--runtime',
            'java:17',
            '--loader',
            'halyard:0.16.4',
            '--memory',
            '4096',
            '--pace',
            '0',
            ...$more,
        ],
        timeout: 20,
    );
}

/** What a log says, without its times. */
function timeless(string $log): string
{
    return (string) preg_replace(['/^\d\d:\d\d\.\d{3}/m', '/in \d+ ms/'], '', $log);
}

it('goes through the phases of a modded launch in their order', function (): void {
    $dir = gameFolder(['halyard-0.16.4', 'gulls-2.0.0', 'kedge-bones-3.0.7']);
    $game = game($dir);
    expect($game->run())->toBe(0);
    preg_match_all('/ info  (runtime|archives|loader|relations|classes|early|start|packs|picture|world) /', $game->getOutput(), $phases);
    expect(array_values(array_unique($phases[1])))
        ->toBe(['runtime', 'archives', 'loader', 'relations', 'classes', 'early', 'start', 'packs', 'picture', 'world'])
        ->and((string) file_get_contents("{$dir}/logs/latest.log"))
        ->toBe($game->getOutput())
        ->and("{$dir}/reports/crash.txt")
        ->not->toBeFile();
    File::deleteDirectory($dir);
});

it('says the same for the same files and the same seed, and another seed may go otherwise', function (): void {
    $dir = gameFolder(['halyard-0.16.4', 'windvanes-0.2.0', 'gossips-4.0.0']);
    $logs = [];
    foreach (range(1, 8) as $seed) {
        [$one, $two] = [game($dir, ['--seed', (string) $seed]), game($dir, ['--seed', (string) $seed])];
        expect($one->run())->toBe($two->run())->and(timeless($one->getOutput()))->toBe(timeless($two->getOutput()));
        $logs[] = $one->getExitCode();
    }
    expect(array_unique($logs))->toContain(0)->toContain(1);
    File::deleteDirectory($dir);
});

it('leaves out on a server what is for clients alone, and draws nothing', function (): void {
    $dir = gameFolder(['halyard-0.16.4', 'fog-signals-0.4.0', 'weather-glass-3.0.2', 'clear-wake-1.2.0']);
    $server = game($dir, ['--side', 'server']);
    expect($server->run())
        ->toBe(0)
        ->and($server->getOutput())
        ->toContain('clear-wake is for the client alone and is left out')
        ->toContain('open to players')
        ->not->toContain('first frame');
    File::deleteDirectory($dir);
});

it('says what its threads are at when it is asked, and goes on waiting', function (): void {
    $dir = gameFolder(['halyard-0.16.4', 'floodgates-2.1.0', 'lockkeepers-1.5.0']);
    $game = game($dir);
    $game->start();
    $isUp = fn (string $type, string $text): bool => str_contains($text, 'starting') && str_contains($game->getOutput(), '1 of 2');
    $game->waitUntil($isUp);
    askUntil($game, 'Found one Java-level deadlock');
    expect($game->isRunning())
        ->toBeTrue()
        ->and($game->getOutput())
        ->toContain('Full thread dump')
        ->toContain('demo.floodgates.Floodgates.start')
        ->toContain('demo.lockkeepers.Lockkeepers.start')
        ->toContain('Found one Java-level deadlock');
    $game->stop(0);
    File::deleteDirectory($dir);
});

it('writes a report of a crash that names every mod', function (): void {
    $dir = gameFolder(['halyard-0.16.4', 'figureheads-1.1.0', 'weather-glass-3.0.2']);
    expect(game($dir)->run())->toBe(1);
    expect((string) file_get_contents("{$dir}/reports/crash.txt"))->toContain(
        '-- ferrywright crash report --',
        'Loader: halyard 0.16.4',
        'While: starting 2 mods and libraries',
        'java.lang.NullPointerException',
        'weather-glass 3.0.2 mods/weather-glass-3.0.2.zip',
    );
    File::deleteDirectory($dir);
});

it('refuses what it is not told with a sentence', function (): void {
    $game = new Process([
        'php',
        base_path('standins/game/launch.php'),
        '--dir',
        '/nowhere',
        '--game',
        'a:1',
        '--runtime',
        'java:17',
        '--memory',
        '1',
    ]);
    expect($game->run())->toBe(66)->and($game->getErrorOutput())->toContain('/nowhere is not a folder.');
});
