<?php

declare(strict_types=1);

namespace App\Worlds;

use App\View\WorldsPage;

/** Breaks AppRules::testRoomsUseThoseBelow. */
final class UsesAPage
{
    public function page(): ?WorldsPage
    {
        return null;
    }
}
