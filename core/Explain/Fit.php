<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

/** How a candidate stands to a line-up. */
enum Fit: string
{
    case There = 'there';
    case Now = 'now';
    case AfterChange = 'change';
    case Not = 'not';
}
