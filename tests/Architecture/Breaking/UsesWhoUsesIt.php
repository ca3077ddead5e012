<?php

declare(strict_types=1);

namespace App\Models;

use App\Work\Tasks;

/** Breaks AppRules::testRoomsUseThoseBelow, from among the models. */
final class UsesWhoUsesIt
{
    public function tasks(): ?Tasks
    {
        return null;
    }
}
