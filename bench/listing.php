<?php

declare(strict_types=1);

// The measuring half of bench/listing, which starts everything that this needs.

use App\Depots\Depot;
use App\Depots\Sync\Depots;
use App\Depots\Sync\Synchronising;
use App\Models\Task;
use App\Work\Liveness;
use Illuminate\Contracts\Console\Kernel;
use Illuminate\Support\Facades\DB;
use Symfony\Component\Process\Process;
use Tests\Support\WebFolder;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();

[, $folder, $count] = $argv;
mkdir($folder);
for ($i = 0; $i < (int) $count; $i++) {
    // As the most are: some files of pictures and sounds, which are a hole on this disk, and a small one that says what it is.
    $size = 200_000 + 20_000 * ($i % 100);
    $package = intdiv($i, 5);
    $said = (string) json_encode([
        'id' => "heron-{$package}",
        'version' => ($i % 5 + 1).'.0.0',
        'name' => "Heron {$package}",
        'needs' => $package === 0 ? [] : ['heron-'.intdiv($package, 2) => '>=1.0.0'],
        'text' => bin2hex(random_bytes(300)),
    ]);
    $file = fopen("{$folder}/heron-{$package}-".($i % 5 + 1).'.0.0.zip', 'wb');
    $directory = '';
    $entries = ['sounds.bin' => null, 'ferry.mod.json' => $said];
    for ($other = 0; $other < 40; $other++) {
        $entries["assets/heron/pictures/{$other}.png"] = null;
    }
    foreach ($entries as $name => $content) {
        $length = $content === null ? intdiv($size, 41) : strlen($content);
        $checked = crc32($content ?? str_repeat("\0", $length));
        $at = ftell($file);
        $fields = pack('vvvvVVV', 0, 0, 0, 0, $checked, $length, $length);
        fwrite($file, "PK\x03\x04".pack('v', 20).$fields.pack('vv', strlen($name), 0).$name);
        $content === null ? fseek($file, $length, SEEK_CUR) : fwrite($file, $content);
        $directory .= "PK\x01\x02".pack('vv', 20, 20).$fields.pack('vvvvvVV', strlen($name), 0, 0, 0, 0, 0, $at).$name;
    }
    $at = ftell($file);
    fwrite($file, $directory."PK\x05\x06".pack('vvvvVVv', 0, 0, count($entries), count($entries), strlen($directory), $at, 0));
    fclose($file);
}
$web = new WebFolder($folder);
$web->list();
$whole = array_sum(array_map(filesize(...), (array) glob("{$folder}/*.zip")));
config(['stasimon.private_depots' => [$web->address]]);
$url = "http://{$web->address}";
$depot = Depot::query()->create(['slug' => 'files', 'name' => Depots::provisional($url), 'url' => $url, 'place' => 9]);
$read = function () use ($depot): float {
    $task = Task::query()->create(['kind' => 'sync', 'state' => 'running']);
    app(Liveness::class)->hold($task->id);
    $from = hrtime(true);
    app(Synchronising::class)->run($depot->refresh(), $task);

    return (hrtime(true) - $from) / 1e9;
};
$web->sent();
$seconds = $read();
$sent = $web->sent();
$again = $read();
$asked = $web->sent();
$releases = DB::table('releases')->where('depot_id', $depot->id)->count();
$from = hrtime(true);
(new Process(['sh', '-c', "ls '{$folder}' | grep zip$ | xargs -P 4 -I{} sh -c 'curl -s {$url}/{} -o {$folder}/../{}.part && ".
    "unzip -p {$folder}/../{}.part ferry.mod.json >/dev/null; rm {$folder}/../{}.part'"], timeout: 3600))->mustRun();
$peer = (hrtime(true) - $from) / 1e9;
$fetched = $web->sent();

printf("%s archives of %.1f GB in all, given out by nginx\n", number_format((int) $count), $whole / 1e9);
printf("%-44s %8s %10s %10s\n", '', 'seconds', 'questions', 'MB');
printf("%-44s %8.1f %10s %10.1f   %.2f %% of them\n", 'read as a depot: '.number_format($releases).' releases', $seconds,
    number_format($sent['questions']), $sent['bytes'] / 1e6, 100 * $sent['bytes'] / $whole);
printf("%-44s %8.1f %10s %10.1f\n", 'read again', $again, number_format($asked['questions']), $asked['bytes'] / 1e6);
printf("%-44s %8.1f %10s %10.1f   %.1fx the seconds, %.0fx the bytes\n", 'curl(1) and unzip(1) on each, four at a time', $peer,
    number_format($fetched['questions']), $fetched['bytes'] / 1e6, $peer / $seconds, $fetched['bytes'] / $sent['bytes']);
