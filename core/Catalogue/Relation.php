<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** How a release can speak of another package. */
enum Relation: string
{
    case Needs = 'needs';
    case Extends = 'extends';
    case Suggests = 'suggests';
    case Breaks = 'breaks';
    case Provides = 'provides';
}
