<?php

declare(strict_types=1);

namespace App\Depots\Sync;

/** What is done about a depot that is here already. */
enum DepotTending: string
{
    /** What it says goes, and it stays. */
    case Forget = 'forget';

    case Remove = 'remove';

    /** Another depot is asked first now. */
    case Order = 'order';
}
