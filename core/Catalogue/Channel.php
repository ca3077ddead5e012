<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

enum Channel: string
{
    case Stable = 'stable';
    case Beta = 'beta';
    case Alpha = 'alpha';

    /** 0 for stable, higher for less stable. */
    public function rank(): int
    {
        return match ($this) {
            self::Stable => 0,
            self::Beta => 1,
            self::Alpha => 2,
        };
    }

    public function allows(self $other): bool
    {
        return $other->rank() <= $this->rank();
    }
}
