<?php

declare(strict_types=1);

return [
    // Where files are kept: store/, instances/ and what a worker needs beside them.
    'var' => env('STASIMON_VAR', base_path('var')),

    // Hosts under whose names pages are answered.
    'hosts' => array_filter([
        '127.0.0.1',
        'localhost',
        parse_url((string) env('APP_URL'), PHP_URL_HOST),
        ...explode(',', (string) env('STASIMON_HOSTS', '')),
    ]),

    // Game definitions, and the programs that stand in for the outside world.
    'games' => base_path('games'),
    'standins' => (string) env('STASIMON_STANDINS', base_path('standins')),

    // The depots that the demo comes from: name => address.
    'demo_depots' => [
        'Slipway' => env('STASIMON_DEMO_DEPOT', 'http://127.0.0.1:8761'),
        'Tidepool' => env('STASIMON_DEMO_DEPOT_2', 'http://127.0.0.1:8763'),
    ],

    // Hosts and ports inside this machine or its network that depots may be at, beside the demo's: "host:port,host:port".
    // Folders below which a person may have folders read that were put together elsewhere, separated by colons.
    'folders' => array_values(array_filter(explode(':', (string) env('STASIMON_FOLDERS', '')))),
    // Where runtimes are beside the usual places, separated by colons.
    'runtimes' => array_values(array_filter(explode(':', (string) env('STASIMON_RUNTIMES', '')))),
    'private_depots' => array_filter([
        ...explode(',', (string) env('STASIMON_PRIVATE_DEPOTS', '')),
        ...array_map(fn (string $url): string => parse_url($url, PHP_URL_HOST).':'.parse_url($url, PHP_URL_PORT), [
            (string) env('STASIMON_DEMO_DEPOT', 'http://127.0.0.1:8761'),
            (string) env('STASIMON_DEMO_DEPOT_2', 'http://127.0.0.1:8763'),
        ]),
    ]),

    // Seconds in which a launch that is running has to say something, or it counts as hung.
    'read_every' => (int) env('STASIMON_READ_EVERY', 360),
    'patience' => (float) env('STASIMON_PATIENCE', 60),

    // Seconds that all questions of one page to the resolver may take together, and those that one question of a worker may.
    'page_seconds' => (float) env('STASIMON_PAGE_SECONDS', 1),
    'work_seconds' => (float) env('STASIMON_WORK_SECONDS', 60),

    // Seconds that an apply waits for a game that is running in the instance's folder.
    'wait_for_game' => (float) env('STASIMON_WAIT_FOR_GAME', 1_200),

    // Bytes that an apply leaves free on the disk.
    'disk_reserve' => (int) env('STASIMON_DISK_RESERVE', 200_000_000),
];
