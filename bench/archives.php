<?php

declare(strict_types=1);

// Real archives of Debian's packages, read by what they say of themselves, beside unzip testing the same; and what a real
// framework says of random sets of them: php bench/archives.php [SETS]

use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Support\Osgi;

require __DIR__.'/../vendor/autoload.php';

$files = array_values(
    array_unique(
        array_filter(array_map(realpath(...), [...glob('/usr/share/java/*.jar') ?: [], ...glob('/usr/share/maven/lib/*.jar') ?: []])),
    ),
);
$bytes = array_sum(array_map(filesize(...), $files)) / 1e6;
foreach ([1, 2] as $round) {
    memory_reset_peak_usage();
    $start = hrtime(true);
    $document = Osgi::document($files);
    $ours = (hrtime(true) - $start) / 1e9;
    $start = hrtime(true);
    foreach ($files as $file) {
        exec('unzip -tqq '.escapeshellarg($file), $output, $code);
    }
    $peer = (hrtime(true) - $start) / 1e9;
    printf(
        "%d archives, %.0f MB: %.2f s, %.0f MB/s, %.0f MB of memory; unzip -t %.2f s; ratio %.2f; %d described, %d not\n",
        count($files),
        $bytes,
        $ours,
        $bytes / $ours,
        memory_get_peak_usage() / 1e6,
        $peer,
        $ours / $peer,
        array_sum(
            array_map(
                fn (array $package): int => count(array_column($package['releases'], 'files')),
                $document['packages'],
            ),
        ),
        count($document['unread']),
    );
}
$dice = new Randomizer(new Mt19937(7));
$folder = sys_get_temp_dir().'/stasimon-bench-bundles';
$count = (int) ($argv[1] ?? 200);
$real = Osgi::sets(Osgi::real(), $count, $dice, alike: true);
$others = [];
foreach (Osgi::sets(Osgi::real(), $count, $dice, alike: true) as $number => $set) {
    is_dir("{$folder}/{$number}") || mkdir("{$folder}/{$number}", recursive: true);
    $others[] = Osgi::rewritten($set, "{$folder}/{$number}", $dice);
}
foreach (['as they are' => $real, 'with other versions and ranges' => $others] as $words => $sets) {
    $judged = Osgi::judged($sets);
    $whole = count(array_filter($judged, fn (array $one): bool => $one === []));
    $differ = count(array_filter(array_keys($sets), fn (int $number): bool => Osgi::isWhole($sets[$number]) !== ($judged[$number] === [])));
    printf(
        "%d sets of bundles %s: %d whole by the framework's word, %d on which we say otherwise\n",
        count($sets),
        $words,
        $whole,
        $differ,
    );
}
exec('rm -rf '.escapeshellarg($folder));
