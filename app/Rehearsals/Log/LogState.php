<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

/** How a log from elsewhere stands. */
enum LogState: string
{
    case Waiting = 'waiting';
    case Ready = 'ready';
    case Unreadable = 'unreadable';
}
