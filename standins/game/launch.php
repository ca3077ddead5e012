<?php

declare(strict_types=1);

// A game that can be launched: a process of its own that reads the instance's folder and its arguments, and nothing else.
// php launch.php --dir FOLDER --game ferrywright:3.2.1 --runtime java:17 --loader halyard:0.16.4 --memory 4096
// It checks what a loader checks, in the order in which one would, writes a log to standard output and to logs/latest.log,
// and exits with 0 when the world is up, with 1 when it is not.

require __DIR__.'/Game.php';

$options = getopt('', ['dir:', 'game:', 'runtime:', 'loader:', 'memory:', 'pace:']);
foreach (['dir', 'game', 'runtime', 'memory'] as $name) {
    if (! is_string($options[$name] ?? null)) {
        fwrite(STDERR, "--{$name} is missing.\n");
        exit(64);
    }
}
if (! is_dir($options['dir'])) {
    fwrite(STDERR, "{$options['dir']} is not a folder.\n");
    exit(66);
}
exit((new Standins\Game\Game(
    $options['dir'],
    explode(':', $options['game']) + ['', '0'],
    explode(':', $options['runtime']) + ['', '0'],
    ($options['loader'] ?? '') === '' ? null : explode(':', $options['loader']) + ['', '0'],
    (int) $options['memory'],
    (int) ($options['pace'] ?? 12),
))->launch());
