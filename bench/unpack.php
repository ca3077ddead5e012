<?php

declare(strict_types=1);

/*
 * Unpacks an archive of many small files into the store, beside unzip in the same run: php bench/unpack.php [FILES]
 * Needs the database of a running bin/start.
 */

use App\Disk\Archives;
use App\Games\Games;
use App\Store\Store;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();

$count = (int) ($argv[1] ?? 20_000);
$folder = sys_get_temp_dir().'/stasimon-unpack-'.getmypid();
mkdir("{$folder}/out", 0o755, true);
$zip = new ZipArchive();
$zip->open("{$folder}/many.zip", ZipArchive::CREATE);
for ($i = 0; $i < $count; $i++) {
    $zip->addFromString(
        'pack/'.intdiv($i, 100)."/{$i}.json",
        json_encode(['number' => $i, 'words' => str_repeat("file {$i} ", 20)], JSON_THROW_ON_ERROR),
    );
}
$zip->close();
config(['stasimon.var' => $folder]);
$store = new Store();
$digest = (string) hash_file('sha256', "{$folder}/many.zip");
copy("{$folder}/many.zip", $store->partial($digest));
$store->take($store->partial($digest), $digest);
$archives = app(Archives::class);
$begin = hrtime(true);
$archives->check($digest, 'many.zip', app(Games::class)->get('ferrywright'));
$checked = (hrtime(true) - $begin) / 1e9;
$archives->unpacked($digest);
$ours = (hrtime(true) - $begin) / 1e9;
$begin = hrtime(true);
(new Process(['unzip', '-q', "{$folder}/many.zip", '-d', "{$folder}/out"], timeout: 600))->mustRun();
$theirs = (hrtime(true) - $begin) / 1e9;
printf(
    "%s files: looked into in %.1f s, in the store after %.1f s; unzip %.1f s, so %.1f times as long; %.0f MB of memory\n",
    number_format($count),
    $checked,
    $ours,
    $theirs,
    $ours / $theirs,
    memory_get_peak_usage() / 1e6,
);
DB::table('archives')->where('sha256', $digest)->delete();
(new Process(['rm', '-rf', $folder]))->run();
