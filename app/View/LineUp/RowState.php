<?php

declare(strict_types=1);

namespace App\View\LineUp;

/** How a package of a line-up stands on the disk, and in its draft. */
enum RowState
{
    case On;
    case Off;
    case GoingOff;
    case Goes;
    case ComingOn;

    /** Whether its switch is off: it is, or the draft has turned it off. */
    public function isSwitchedOff(): bool
    {
        return $this === self::Off || $this === self::GoingOff;
    }
}
