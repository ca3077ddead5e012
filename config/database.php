<?php

declare(strict_types=1);

return [
    'default' => 'pgsql',
    'connections' => [
        'pgsql' => [
            'driver' => 'pgsql',
            'host' => env('DB_HOST', '127.0.0.1'),
            'port' => env('DB_PORT', '8762'),
            'database' => env('DB_DATABASE', 'stasimon'),
            'username' => env('DB_USERNAME', 'stasimon'),
            'password' => env('DB_PASSWORD', ''),
            'charset' => 'utf8',
            'search_path' => 'public',
            'sslmode' => 'disable',
            // A web process keeps its connection from answer to answer: opening one takes longer than most of what is asked over it.
            'options' => [PDO::ATTR_PERSISTENT => (bool) env('DB_PERSISTENT', false)],
        ],
    ],
    'migrations' => ['table' => 'migrations', 'update_date_on_publish' => false],
];
