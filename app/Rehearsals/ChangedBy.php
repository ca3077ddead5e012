<?php

declare(strict_types=1);

namespace App\Rehearsals;

/** Who changed a config last. */
enum ChangedBy: string
{
    /** It is as its mod made it. */
    case Made = 'made';
    case You = 'you';
    case Launch = 'launch';

    /** It is as the instance's pack has it. */
    case Pack = 'pack';

    /** No launch has seen it yet. */
    case Unknown = 'unknown';
}
