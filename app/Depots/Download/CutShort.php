<?php

declare(strict_types=1);

namespace App\Depots\Download;

/** What ended a transfer before its end. */
enum CutShort
{
    case TooLong;
    case DiskFull;
}
