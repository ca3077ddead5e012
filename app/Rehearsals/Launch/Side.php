<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

/** As what a game is launched. */
enum Side: string
{
    case Client = 'client';
    case Server = 'server';
}
