<?php

declare(strict_types=1);

namespace App\Notices;

/** Where a notice is from. */
enum Origin: string
{
    case Depot = 'depot';
    case Listed = 'list';
    case Search = 'search';
    case Person = 'person';
    case Launch = 'launch';
}
