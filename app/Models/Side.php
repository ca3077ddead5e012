<?php

declare(strict_types=1);

namespace App\Models;

/** As what a game is launched. */
enum Side: string
{
    case Client = 'client';
    case Server = 'server';
}
