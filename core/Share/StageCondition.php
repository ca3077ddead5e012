<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

/** What has to be true before the next stage. */
enum StageCondition: string
{
    /** It comes up clean. */
    case Clean = 'clean';

    /** A person says that something is so. */
    case Word = 'word';

    /** Nothing of a mod is left in the worlds. */
    case Gone = 'gone';
}
