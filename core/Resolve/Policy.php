<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** Which of the valid line-ups is the answer. */
enum Policy: string
{
    case Newest = 'newest';
    case Settled = 'settled';
}
