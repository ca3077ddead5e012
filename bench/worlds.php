<?php

declare(strict_types=1);

// What backups of a large world cost in disk and time, beside tar and, where it is installed, borg: php bench/worlds.php [MEGABYTES]
// The world is 32 files of random bytes; then one part in a hundred is written over in twenty places of each of some files, and some
// grow in the middle. Nothing of the application's own is touched.

use App\Store\Store;
use App\Store\Texts;
use App\Worlds\Pieces;
use Illuminate\Contracts\Console\Kernel;

require __DIR__.'/../vendor/autoload.php';
$application = require __DIR__.'/../bootstrap/app.php';
$application->make(Kernel::class)->bootstrap();

$megabytes = (int) ($argv[1] ?? 2_000);
$folder = sys_get_temp_dir().'/stasimon-bench-'.getmypid();
config(['stasimon.var' => "{$folder}/var"]);
mkdir("{$folder}/world", recursive: true);
mkdir("{$folder}/var/store", recursive: true);
$size = intdiv($megabytes * 1_000_000, 32);
foreach (range(0, 31) as $n) {
    $file = fopen("{$folder}/world/region{$n}.bin", 'wb');
    for ($left = $size; $left > 0; $left -= 1_000_000) {
        fwrite($file, random_bytes(min($left, 1_000_000)));
    }
    fclose($file);
}
$borg = trim((string) shell_exec('command -v borg'));
putenv('BORG_UNKNOWN_UNENCRYPTED_REPO_ACCESS_IS_OK=yes');
putenv('BORG_RELOCATED_REPO_ACCESS_IS_OK=yes');
putenv("BORG_BASE_DIR={$folder}/borg-base");
$borg === '' ?: exec("{$borg} init -e none {$folder}/borg");
$used = fn (string $of): int => (int) trim((string) shell_exec('du -sb '.escapeshellarg($of).' | cut -f1'));
$kept = [];
$borgBefore = $borg === '' ? 0 : $used("{$folder}/borg");
$round = function (string $what, int $n) use ($folder, $borg, $used, &$kept, &$borgBefore): void {
    $pieces = new Pieces(new Store(), app(Texts::class, ['store' => new Store()]));
    $start = hrtime(true);
    foreach (glob("{$folder}/world/*") ?: [] as $file) {
        $kept[$file] = $pieces->keep($file, $kept[$file] ?? []);
    }
    $ours = [(hrtime(true) - $start) / 1e9, $pieces->added / 1e6];
    $start = hrtime(true);
    exec("tar cf {$folder}/{$n}.tar -C {$folder} world");
    $tar = [(hrtime(true) - $start) / 1e9, filesize("{$folder}/{$n}.tar") / 1e6];
    unlink("{$folder}/{$n}.tar");
    printf('%-34s ours %7.1f s %9.1f MB | tar %6.1f s %9.1f MB', $what, ...$ours, ...$tar);
    if ($borg !== '') {
        $start = hrtime(true);
        exec("cd {$folder}/world && {$borg} create {$folder}/borg::{$n} . 2>&1");
        printf(' | borg %6.1f s %9.1f MB', (hrtime(true) - $start) / 1e9, (($now = $used("{$folder}/borg")) - $borgBefore) / 1e6);
        $borgBefore = $now;
    }
    echo "\n";
};
$round('the first', 0);
$round('nothing changed', 1);
foreach (range(0, 31) as $n) {
    $file = fopen("{$folder}/world/region{$n}.bin", 'r+b');
    foreach (range(1, 5) as $_) {
        fseek($file, random_int(0, $size - intdiv($size, 400)));
        fwrite($file, random_bytes(intdiv($size, 500)));
    }
    fclose($file);
}
$round('1 % written over, 5 places a file', 2);
foreach (range(0, 31, 4) as $n) {
    $at = random_int(1, $size - 1);
    $path = "{$folder}/world/region{$n}.bin";
    exec("(head -c {$at} {$path}; head -c 40000 /dev/urandom; tail -c +".($at + 1)." {$path}) > {$path}.new && mv {$path}.new {$path}");
}
$round('8 files grew in the middle', 3);
printf("peak memory of PHP: %d MB\n", memory_get_peak_usage(true) / 1e6);
exec('rm -rf '.escapeshellarg($folder));
