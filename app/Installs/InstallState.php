<?php

declare(strict_types=1);

namespace App\Installs;

/** How far the files of a game are kept. */
enum InstallState: string
{
    case Reading = 'reading';
    case Kept = 'kept';
    case Failed = 'failed';
}
