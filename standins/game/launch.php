<?php

declare(strict_types=1);

// A game that can be launched: a process of its own that reads the instance's folder and its arguments, and nothing else.
// php launch.php --dir FOLDER --game ferrywright:3.2.1 --runtime java:17 --loader halyard:0.16.4 --memory 4096
//   [--side client|server] [--seed N] [--pace MILLISECONDS] [--play] [--port N] [--join HOST:PORT]
// It goes through the phases of a modded launch, writes a log to standard output and to logs/latest.log, on a crash a
// report to reports/crash.txt, and exits with 0 when the world is up, with another code when it is not. With --play it
// stays once it is up, until it is asked to leave. With --port it lets players in there (0: wherever there is room), until it
// is asked to leave; with --join it goes to a server that does, and exits with 1 when it is turned away. Without --pace a file
// "pace" beside this one says how long a step takes.

namespace Standins\Game;

foreach (
    [
        'Stop',
        'Log',
        'ClassHead',
        'AssemblyHead',
        'ModFile',
        'Relations',
        'Runtime',
        'Java',
        'Dotnet',
        'Settings',
        'Session',
        'Lobby',
        'Outing',
        'Game',
    ] as $class
) {
    require __DIR__."/{$class}.php";
}

$options = getopt('', ['dir:', 'game:', 'runtime:', 'loader:', 'memory:', 'pace:', 'side:', 'seed:', 'play', 'port:', 'join:']);
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
exit(
    (new Game(
        $options['dir'],
        explode(':', $options['game']) + ['', '0'],
        explode(':', $options['runtime']) + ['', '0'],
        ($options['loader'] ?? '') === '' ? null : explode(':', $options['loader']) + ['', '0'],
        (int) $options['memory'],
        (int) ($options['pace'] ?? @file_get_contents(__DIR__.'/pace') ?: 12),
        new Outing(
            ($options['side'] ?? 'client') === 'server' ? 'server' : 'client',
            (int) ($options['seed'] ?? 0),
            isset($options['play']),
            is_string($options['port'] ?? null) ? (int) $options['port'] : null,
            is_string($options['join'] ?? null) ? $options['join'] : '',
        ),
    ))->launch()
);
