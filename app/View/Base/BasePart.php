<?php

declare(strict_types=1);

namespace App\View\Base;

/** A part of the base sentence that opens to its alternatives. */
enum BasePart: string
{
    case Build = 'build';
    case Runtime = 'runtime';
    case Memory = 'memory';
    case Expansions = 'expansions';
}
