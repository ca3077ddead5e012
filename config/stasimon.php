<?php

declare(strict_types=1);

return [
    // Where files are kept: store/, instances/ and what a worker needs beside them.
    'var' => env('STASIMON_VAR', base_path('var')),

    // Game definitions, and the programs that stand in for the outside world.
    'games' => base_path('games'),
    'standins' => base_path('standins'),

    // The depot that the demo comes from.
    'demo_depot' => env('STASIMON_DEMO_DEPOT', 'http://127.0.0.1:8761'),

    // For tests only: the step of an apply at which the worker kills itself.
    'die_at' => env('STASIMON_DIE_AT'),
];
