<?php

declare(strict_types=1);

namespace App\Models;

/** What came of a release of a pack that was made and launched, to be thrown away. */
enum TrialState: string
{
    case Running = 'running';
    case Clean = 'clean';

    /** It was made, and did not come up: what was made is still there. */
    case Failed = 'failed';

    /** It could not be made, or its launch was ended before it said anything. */
    case Short = 'short';
}
