<?php

declare(strict_types=1);

namespace App\Models;

/** What a game is launched for. */
enum Purpose: string
{
    /** To see whether it comes up; it ends by itself. */
    case Rehearsal = 'rehearsal';

    /** To be played; a person ends it. */
    case Play = 'play';
}
