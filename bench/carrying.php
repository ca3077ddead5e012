<?php

declare(strict_types=1);

// What an apply spends on files that are not of its laying, beside "cp -al" of the same folder: php bench/carrying.php [FILES]

use App\Disk\Carrying;
use App\Disk\Folder;
use App\Models\Instance;
use Illuminate\Contracts\Console\Kernel;

require __DIR__.'/../vendor/autoload.php';
$app = require __DIR__.'/../bootstrap/app.php';
$app->make(Kernel::class)->bootstrap();

$files = (int) ($argv[1] ?? 100_000);
$var = sys_get_temp_dir().'/stasimon-bench-'.getmypid();
config(['stasimon.var' => $var]);
$folder = new Folder((new Instance())->forceFill(['id' => 'bench']));
for ($n = 0; $n < $files; $n++) {
    $n % 1_000 === 0 && mkdir($folder->live('shots/'.intdiv($n, 1_000)), recursive: true);
    file_put_contents($folder->live('shots/'.intdiv($n, 1_000)."/{$n}.png"), 'x');
}
$ours = $peer = [];
for ($turn = 0; $turn < 3; $turn++) {
    $folder->begin();
    $start = hrtime(true);
    $carrying = new Carrying($folder, ['config', 'worlds']);
    $carried = $carrying->over([]);
    // As an apply does, before it lets the new folder take the place of the old one.
    $carrying->stand($folder->live(), []) === $carried->stand || throw new LogicException('It changed meanwhile.');
    $ours[] = (hrtime(true) - $start) / 1e9;
    $start = hrtime(true);
    exec('cp -al '.escapeshellarg($folder->live()).' '.escapeshellarg("{$var}/peer"));
    $peer[] = (hrtime(true) - $start) / 1e9;
    exec('rm -rf '.escapeshellarg("{$var}/peer"));
}
exec('rm -rf '.escapeshellarg($var));
sort($ours);
sort($peer);
printf(
    "%d files carried over and looked at again: %.2f s; cp -al %.2f s, ratio %.1f; memory %d MB\n",
    $files,
    $ours[1],
    $peer[1],
    $ours[1] / $peer[1],
    memory_get_peak_usage(true) / 1e6,
);
