<?php

declare(strict_types=1);

namespace App\Depots\Download;

/** How far a file on its way is. */
enum TransferState: string
{
    case Waiting = 'waiting';
    case Fetching = 'fetching';

    /** It broke off, and is tried again. */
    case Again = 'again';
    case There = 'there';
}
