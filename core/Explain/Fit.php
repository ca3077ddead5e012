<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

/** How a candidate stands to a line-up. */
enum Fit: string
{
    /** Asked for already. */
    case There = 'there';

    /** In the line-up for another. */
    case Brought = 'brought';

    /** Asked for and turned off. */
    case Off = 'off';
    case Now = 'now';
    case AfterChange = 'change';
    case Not = 'not';

    /** There was no time to find out; somebody with more is at it. */
    case Open = 'open';

    /** There was no time for those either. */
    case GivenUp = 'given up';
}
