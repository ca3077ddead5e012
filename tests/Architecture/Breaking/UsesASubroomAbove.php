<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

use Stasimon\Core\Resolve\Resolver;

/** Breaks CoreRules::testRoomsUseThoseBelow, two levels deep. */
final class UsesASubroomAbove
{
    public function resolver(): ?Resolver
    {
        return null;
    }
}
