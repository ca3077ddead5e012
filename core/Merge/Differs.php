<?php

declare(strict_types=1);

namespace Stasimon\Core\Merge;

/** How the later of two archives differs in one path. */
enum Differs: string
{
    /** It alone has it. */
    case New = 'new';

    /** It has it not. */
    case Gone = 'gone';

    /** It has another content there. */
    case Other = 'other';
}
