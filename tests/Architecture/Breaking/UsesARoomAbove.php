<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

use Stasimon\Core\Plan\Plan;

/** Breaks CoreRules::testRoomsUseThoseBelow. */
final class UsesARoomAbove
{
    public function plan(): ?Plan
    {
        return null;
    }
}
