<?php

declare(strict_types=1);

// The measuring half of bench/installs, which starts everything that this needs.

use App\Depots\Catalogue\DepotCatalogue;
use App\Depots\Depot;
use App\Depots\Sync\Synchronising;
use App\Disk\Applying;
use App\Disk\Differences;
use App\Disk\Folder;
use App\Drafts\Bases;
use App\Drafts\Drafting;
use App\Games\Games;
use App\Installs\KeepInstall;
use App\Models\Instance;
use App\Models\Task;
use App\Work\Liveness;
use Illuminate\Contracts\Console\Kernel;
use Stasimon\Core\Plan\Plan;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();
ini_set('memory_limit', '2G');

['folder' => $folder, 'files' => $files, 'gigabytes' => $gigabytes] = getopt('', ['folder:', 'files:', 'gigabytes:']);
$task = function (string $kind, ?Instance $instance = null, array $subject = []): Task {
    $task = Task::query()->create(['kind' => $kind, 'state' => 'running', 'instance_id' => $instance?->id, 'subject' => $subject]);
    app(Liveness::class)->hold($task->id);

    return $task;
};
$depot = ['slug' => 'slipway', 'name' => 'Slipway', 'url' => config('stasimon.demo_depots.Slipway'), 'moderated' => true, 'place' => 0];
app(Synchronising::class)->run(Depot::query()->create($depot), $task('sync'));

// Ten large files with holes hold almost all of it; the rest is small, as pictures and sounds are.
mkdir("{$folder}/data", recursive: true);
file_put_contents("{$folder}/ferrywright.json", '{"game": "Ferrywright", "version": "3.2.1"}');
for ($n = 0; $n < (int) $files - 11; $n++) {
    $place = "{$folder}/data/".intdiv($n, 200);
    is_dir($place) || mkdir($place);
    file_put_contents("{$place}/{$n}.png", "picture {$n}");
}
for ($n = 0; $n < 10; $n++) {
    $large = fopen("{$folder}/data/large{$n}.pak", 'wb');
    fwrite($large, "pack {$n}");
    ftruncate($large, (int) ((float) $gigabytes * 1e8));
    fclose($large);
}
$seconds = function (callable $do): float {
    $start = hrtime(true);
    $do();

    return (hrtime(true) - $start) / 1e9;
};
$room = fn (string $of): float => (int) trim((string) shell_exec('du -s --block-size=1 '.escapeshellarg($of).' | cut -f1')) / 1e6;
$keeping = app(KeepInstall::class);
$install = $keeping->reading('ferrywright', $folder);
$took = $seconds(fn () => $keeping->run($task('install', null, ['install' => $install->id])));
$read = $seconds(fn () => exec('find '.escapeshellarg($folder).' -type f -exec sha256sum {} + > /dev/null'));
printf("keeping %s files, %s GB: %.1f s; sha256sum of the same: %.1f s\n", $files, $gigabytes, $took, $read);

$game = app(Games::class)->get('ferrywright');
$var = (string) config('stasimon.var');
$make = function (string $name) use ($game, $task): Instance {
    $plan = (new Bases($game, new DepotCatalogue($game)))->plan('3.2.1', 'halyard', null, null, null);
    $instance = Instance::query()->create(['name' => $name, 'plan' => $plan]);
    app(Drafting::class)->step($instance, fn (Plan $plan): Plan => $plan->wanting('gulls'));
    app(Applying::class)->run($instance->refresh(), $task('apply', $instance));

    return $instance->refresh();
};
$first = null;
foreach ([1, 2, 10, 30] as $until) {
    $began = Instance::query()->count();
    $before = $room("{$var}/instances");
    memory_reset_peak_usage();
    $ours = $seconds(function () use ($make, $until, $began, &$first): void {
        for ($n = $began; $n < $until; $n++) {
            $first = $make("Number {$n}");
        }
    });
    $many = $until - $began;
    printf(
        "instances %d to %d: %.2f s each, %.1f MB of disk each, %.0f MB of memory at most\n",
        $began + 1,
        $until,
        $ours / $many,
        ($room("{$var}/instances") - $before) / $many,
        memory_get_peak_usage() / 1e6,
    );
}
$live = (new Folder($first))->live();
foreach (['cp -al' => 'cp -al', 'cp --reflink=auto' => 'cp -a --reflink=auto --sparse=always'] as $name => $command) {
    $peer = $seconds(fn () => exec("{$command} ".escapeshellarg($live).' '.escapeshellarg("{$var}/peer")));
    printf("%s of the same tree: %.2f s, %.1f MB\n", $name, $peer, $room("{$var}/peer"));
    exec('rm -rf '.escapeshellarg("{$var}/peer"));
}
printf("what differs from the unmodified game: %.2f s\n", $seconds(fn () => app(Differences::class)->of($first->load('placed'))));
printf(
    "an apply of one mod more: %.2f s\n",
    $seconds(function () use ($first, $task): void {
        app(Drafting::class)->step($first, fn (Plan $plan): Plan => $plan->wanting('long-piers'));
        app(Applying::class)->run($first->refresh(), $task('apply', $first));
    }),
);
