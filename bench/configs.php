<?php

declare(strict_types=1);

// How many configs of the demo's largest instance are given to the right mod, to a wrong one, and to nobody, and how long it takes to
// say so; beside a rule that goes by names alone: php bench/configs.php, with the demo running (bin/start). It rehearses once.

use App\Configs\ConfigList;
use App\Models\Instance;
use App\Rehearsals\Rehearsing;
use Illuminate\Contracts\Console\Kernel;
use Symfony\Component\Process\Process;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();

$instance = Instance::query()
    ->with(['placed', 'draft'])
    ->where('name', 'Grand Archipelago')
    ->firstOrFail();
$rehearsal = $instance->rehearsals()->create(['number' => 1 + (int) $instance->rehearsals()->max('number'), 'plan' => $instance->plan]);
app(Rehearsing::class)->run($rehearsal->load('instance'));
// Which mod writes what, its archive says.
$truth = [];
foreach ($instance->placed as $placed) {
    if ($placed->path === null || ! is_file(config('stasimon.var')."/instances/{$instance->id}/live/{$placed->path}")) {
        continue;
    }
    $read = new Process(['unzip', '-p', config('stasimon.var')."/instances/{$instance->id}/live/{$placed->path}", 'behaviour.json']);
    $read->run();
    $does = json_decode($read->getOutput());
    isset($does->config) ? ($truth['config/'.($does->configAs ?? "{$placed->package_id}.json")] = $placed->package_id) : null;
}
$start = hrtime(true);
$list = app(ConfigList::class)->of($instance);
$first = (hrtime(true) - $start) / 1e6;
$start = hrtime(true);
$list = app(ConfigList::class)->of($instance);
$again = (hrtime(true) - $start) / 1e6;
$said = ['right' => 0, 'wrong' => 0, 'nobody' => 0];
$plain = ['right' => 0, 'wrong' => 0, 'nobody' => 0];
foreach ($list as $path => $config) {
    if (! isset($truth[$path])) {
        continue;
    }
    $said[$config->owner === null ? 'nobody' : ($config->owner->id === $truth[$path] ? 'right' : 'wrong')]++;
    $name = pathinfo($path, PATHINFO_FILENAME);
    $plain[$instance->placed->contains('package_id', $name) ? ($name === $truth[$path] ? 'right' : 'wrong') : 'nobody']++;
}
printf("%d configs of %d releases, %d of them of known mods\n", count($list), $instance->placed->count(), array_sum($said));
printf(
    "%-28s right %3d, wrong %d, nobody's %d\n%-28s right %3d, wrong %d, nobody's %d\n",
    'by all evidence',
    ...array_values($said),
    ...['by an equal name alone', ...array_values($plain)],
);
printf("the list: %.0f ms the first time, %.0f ms after it\n", $first, $again);
