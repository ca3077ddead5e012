<?php

declare(strict_types=1);

namespace App\Shelf;

enum ShelfState: string
{
    /** Its bytes are still coming. */
    case Coming = 'coming';
    /** It is here, and waits to be read. */
    case Waiting = 'waiting';
    /** It is a package now. */
    case Ready = 'ready';
    /** Nothing says what it is; a person is asked. */
    case Asks = 'asks';
    /** It cannot be used. */
    case Refused = 'refused';
}
