<?php

declare(strict_types=1);

// How the logs of real programs in tests/Reference/logs/ are read: php bench/logs.php [--wrong]

use Tests\Support\LogCorpus;

require __DIR__.'/../vendor/autoload.php';

printf("%-20s %7s %7s %8s %14s %7s %7s\n", 'family', 'failed', 'cause', 'culprit', 'cause, alone', 'clean', 'alarms');
$all = [];
foreach (LogCorpus::scores() as $family => $of) {
    printf("%-20s %7d %7d %8d %14d %7d %7d\n", $family, ...array_values(array_diff_key($of, ['wrong' => 0])));
    foreach ($of as $key => $count) {
        $all[$key] = is_array($count) ? [...$all[$key] ?? [], ...$count] : ($all[$key] ?? 0) + $count;
    }
}
printf(
    "%-20s %7d %6.0f%% %7.0f%% %13.0f%% %7d %7d\n",
    'all',
    $all['fails'],
    ...array_map(fn (string $key): float => (100 * $all[$key]) / $all['fails'], ['cause', 'culprit', 'alone']),
    ...[$all['clean'], $all['alarms']],
);
if (($argv[1] ?? '') === '--wrong') {
    echo implode("\n", $all['wrong']), "\n";
}
