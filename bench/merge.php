<?php

declare(strict_types=1);

// Merging 40 mods into a game's archive of 200 MB, beside "zip -u" of the same files into a copy of it: php bench/merge.php

use Stasimon\Core\Merge\MergedArchive;
use Stasimon\Core\Merge\Part;

require __DIR__.'/../vendor/autoload.php';

$folder = sys_get_temp_dir().'/stasimon-bench-'.getmypid();
mkdir($folder);
$make = function (string $path, int $files, int $bytes, string $of) use ($folder): void {
    exec("rm -rf {$folder}/make && mkdir {$folder}/make");
    $put = function (string $file, string $bytes) use ($folder): void {
        is_dir(dirname("{$folder}/make/{$file}")) || mkdir(dirname("{$folder}/make/{$file}"), recursive: true);
        file_put_contents("{$folder}/make/{$file}", $bytes);
    };
    for ($n = 0; $n < $files; $n++) {
        // Half of it can be packed, as classes and pictures together are.
        $put(
            "{$of}/".$n % 97 ."/{$n}.class",
            random_bytes(intdiv($bytes, 2)).str_repeat("{$of} {$n} ", max(1, intdiv($bytes, 2 * strlen("{$of} {$n} ")))),
        );
        $n % 20 === 0 && $of !== 'game' ? $put('game/'.$n % 97 ."/{$n}.class", "of {$of}") : null;
    }
    $of === 'game' ? $put('META-INF/GAME.SF', 'x') : null;
    exec("cd {$folder}/make && zip -qr {$path} . && rm -rf {$folder}/make");
};
$make("{$folder}/game.jar", 8_000, 50_000, 'game');
foreach (range(1, 40) as $n) {
    $make("{$folder}/mod{$n}.zip", 60, 12_000, "mod{$n}");
}
$before = memory_get_peak_usage(true);
$start = hrtime(true);
$to = fopen("{$folder}/out.jar", 'wb');
MergedArchive::write(
    array_map(
        fn (int $n): Part => new Part("p{$n}", "p{$n}", fopen($n === 0 ? "{$folder}/game.jar" : "{$folder}/mod{$n}.zip", 'rb')),
        range(0, 40),
    ),
    $to,
);
fclose($to);
$ours = (hrtime(true) - $start) / 1e9;
printf(
    "game %.0f MB and 40 mods of %.1f MB: ours %.2f s, %.0f MB, memory %d MB (%d before)\n",
    filesize("{$folder}/game.jar") / 1e6,
    array_sum(array_map(filesize(...), glob("{$folder}/mod*.zip") ?: [])) / 1e6,
    $ours,
    filesize("{$folder}/out.jar") / 1e6,
    memory_get_peak_usage(true) / 1e6,
    $before / 1e6,
);
$start = hrtime(true);
exec(
    "cd {$folder} && mkdir all && for n in $(seq 1 40); do unzip -qo mod\$n.zip -d all; done && cp game.jar by-zip.jar && cd all && zip ".
        "-qru ../by-zip.jar . && zip -qd ../by-zip.jar 'META-INF/*'",
);
$zip = (hrtime(true) - $start) / 1e9;
printf("unzip and zip -u: %.2f s, %.1f times ours\n", $zip, $zip / $ours);
exec('rm -r '.escapeshellarg($folder));
