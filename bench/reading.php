<?php

declare(strict_types=1);

// How long a log of 1,000,000 lines in five layouts takes to be read and understood, and a line of 50 MB, beside grep counting
// one word in the same file: php bench/reading.php [LINES]

use Stasimon\Core\Diagnose\Diagnosing;
use Stasimon\Core\Diagnose\Holders;
use Stasimon\Core\Log\LogReader;
use Stasimon\Core\Log\LogText;
use Stasimon\Core\Log\UnreadableLog;
use Tests\Support\Logs;

require __DIR__.'/../vendor/autoload.php';

$lines = (int) ($argv[1] ?? 1_000_000);
$raw = (string) tempnam(sys_get_temp_dir(), 'stasimon-bench');
$measure = function (string $what) use ($raw): void {
    clearstatcache();
    $start = hrtime(true);
    exec('grep -c ERROR '.escapeshellarg($raw));
    $peer = (hrtime(true) - $start) / 1e9;
    memory_reset_peak_usage();
    $start = hrtime(true);
    try {
        (new LogText(100_000_000, 1_000_000))->pour($raw, "{$raw}.text");
    } catch (UnreadableLog $refused) {
        printf("%-34s %5.1f MB  %6.2f s: %s\n", $what, filesize($raw) / 1e6, (hrtime(true) - $start) / 1e9, $refused->getMessage());

        return;
    }
    $poured = (hrtime(true) - $start) / 1e9;
    $form = Logs::game()->log;
    $diagnosing = new Diagnosing($form, Logs::game()->platform, Holders::nobody(), 'ferrywright');
    $reader = new LogReader($form);
    $handle = fopen("{$raw}.text", 'rb') ?: throw new RuntimeException('The text cannot be read.');
    foreach ($reader->of($handle) as $line) {
        $diagnosing->follow($line);
    }
    $found = count($diagnosing->diagnoses());
    $all = (hrtime(true) - $start) / 1e9;
    printf(
        "%-34s %5.0f MB  %6.2f s, of which poured %5.2f s;  %4.0f MB;  grep %5.3f s;  %d failures\n",
        $what,
        filesize($raw) / 1e6,
        $all,
        $poured,
        memory_get_peak_usage() / 1e6,
        $peer,
        $found,
    );
};

$file = fopen($raw, 'wb') ?: throw new RuntimeException('There is no room.');
for ($i = 0; $i < $lines; $i++) {
    $ms = sprintf('%03d', $i % 1000);
    fwrite(
        $file,
        match ($i % 5) {
            0 => "[12:00:00.{$ms}] [main/INFO] [mods]: Laid plank {$i} of the pier\n",
            1 => "2026-05-04 12:00:00,{$ms} WARN  [pool-1-thread-4] org.example.Harbour - The tide at {$i} is late\n",
            2 => "2026-05-04T12:00:00.{$ms}Z ERROR org.example.Bell - bell {$i} was not rung\n",
            3 => "{\"@timestamp\":\"2026-05-04T12:00:00.{$ms}Z\",\"level\":\"INFO\",".
                "\"logger\":\"org.example.Sand\",\"message\":\"Grain {$i} counted\"}\n",
            default => "\tat org.example.Mooring.tie(Mooring.java:".$i % 900 .")\n",
        },
    );
}
fclose($file);
$measure(number_format($lines).' lines in five layouts');
file_put_contents($raw, str_repeat('rope and plank ', 3_400_000)."\n");
$measure('a line of 50 MB');
$file = gzopen($raw, 'wb9') ?: throw new RuntimeException('There is no room.');
for ($i = 0; $i < 600; $i++) {
    gzwrite($file, str_repeat("\0", 1_000_000));
}
gzclose($file);
$measure('600 MB of zeros in gzip');
array_map(unlink(...), array_filter([$raw, "{$raw}.text"], is_file(...)));
