<?php

declare(strict_types=1);

namespace Stasimon\Core\Culprits;

/** How a launch with some of the mods went, beside the one whose culprit is looked for. */
enum CulpritTrial: string
{
    case Failed = 'failed';
    case Passed = 'passed';
    /** It stopped for another reason, which says nothing about this one. */
    case Other = 'other';
}
