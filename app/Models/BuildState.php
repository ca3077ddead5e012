<?php

declare(strict_types=1);

namespace App\Models;

/** How building an instance until it launches stands. */
enum BuildState: string
{
    case Open = 'open';
    case Launches = 'launches';
    /** It is left to a person, with a sentence that says why. */
    case Yours = 'yours';
    case Stopped = 'stopped';
}
