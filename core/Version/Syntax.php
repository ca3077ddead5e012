<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** How a package writes the ranges in its relations. */
enum Syntax: string
{
    case Comparator = 'comparator';
    case Interval = 'interval';
    case Words = 'words';
}
