<?php

declare(strict_types=1);

namespace App\Imports;

enum ImportState: string
{
    case Waiting = 'waiting';
    case Ready = 'ready';
    case Failed = 'failed';
    /** An instance is being made of it. */
    case Making = 'making';
    /** An instance was made of it. */
    case Made = 'made';
}
