<?php

declare(strict_types=1);

namespace App\Disk;

/** How a file of an instance's folder is. */
enum FileState
{
    case Placed;

    /** Changed by hand, and a person keeps it so. */
    case Kept;
    case Changed;
    case Missing;

    /** The instance's own. */
    case Own;

    public function words(): string
    {
        return match ($this) {
            self::Placed => 'as it was placed',
            self::Kept => 'changed by hand, kept',
            self::Changed => 'changed by hand',
            self::Missing => 'missing',
            self::Own => 'the instance\'s own',
        };
    }

    /** Whether somebody has been at it. */
    public function isTouched(): bool
    {
        return in_array($this, [self::Changed, self::Missing, self::Kept], true);
    }

    /** Whether it can be put back. */
    public function isDisturbed(): bool
    {
        return $this === self::Changed || $this === self::Missing;
    }
}
