<?php

declare(strict_types=1);

namespace App\Drafts;

/** What became of the question which line-up a draft comes to. */
enum Answer: string
{
    case LineUp = 'line-up';
    case Impossible = 'impossible';

    /** A page had no time for it; a worker is at it. */
    case Open = 'open';

    /** A worker had no time for it either. */
    case GivenUp = 'given up';
}
