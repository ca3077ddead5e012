<?php

declare(strict_types=1);

// The measuring half of bench/folder, which starts everything that this needs.

use App\Depots\Depot;
use App\Depots\Sync\Synchronising;
use App\Imports\FolderReading;
use App\Models\Task;
use App\Work\Liveness;
use Illuminate\Contracts\Console\Kernel;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();
ini_set('memory_limit', '2G');

['folder' => $folder, 'files' => $files] = getopt('', ['folder:', 'files:']);
$depot = Depot::query()->create([
    'slug' => 'slipway',
    'name' => 'Slipway',
    'url' => config('stasimon.demo_depots.Slipway'),
    'moderated' => true,
    'place' => 0,
]);
$task = Task::query()->create(['kind' => 'sync', 'state' => 'running']);
app(Liveness::class)->hold($task->id);
app(Synchronising::class)->run($depot, $task);

// Two hundred archives of a depot, and the rest as games have it: configs, assets, worlds in many small files.
mkdir("{$folder}/mods", recursive: true);
$archives = array_slice(
    array_filter(glob(config('stasimon.var').'/depots/slipway/files/*.zip') ?: [], fn (string $file): bool => filesize($file) < 1_000_000),
    0,
    200,
);
array_map(fn (string $file): bool => copy($file, "{$folder}/mods/".basename($file)), $archives);
file_put_contents("{$folder}/ferrywright.json", '{"game": "Ferrywright", "version": "3.2.1"}');
for ($number = 0; $number < (int) $files; $number++) {
    $place = $folder.'/'.['config', 'assets', 'worlds/Shore'][$number % 3].'/'.intdiv($number, 300);
    is_dir($place) || mkdir($place, recursive: true);
    file_put_contents("{$place}/{$number}.txt", "number {$number}\n");
}
foreach ([1, 2] as $round) {
    memory_reset_peak_usage();
    $start = hrtime(true);
    $found = app(FolderReading::class)->of($folder, $task);
    $ours = (hrtime(true) - $start) / 1e9;
    $start = hrtime(true);
    exec('find '.escapeshellarg($folder).' -type f | sort | wc -l; sha256sum '.escapeshellarg($folder).'/mods/*.zip > /dev/null');
    $peer = (hrtime(true) - $start) / 1e9;
    printf(
        "%s files, %d archives: %.2f s, %.0f MB at most; find, sort and sha256sum of the same: %.2f s; ratio %.1f; %d archives known\n",
        number_format((int) $files),
        count($archives),
        $ours,
        memory_get_peak_usage() / 1e6,
        $peer,
        $ours / $peer,
        count(array_filter($found->archives, fn (array $one): bool => $one['how'] === 'depot')),
    );
}
