<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use Illuminate\Support\Facades\DB;

/** Breaks AppRules::testControllersUseNoDatabase. */
final class AsksTheDatabase
{
    public function count(): int
    {
        return DB::table('instances')->count();
    }
}
