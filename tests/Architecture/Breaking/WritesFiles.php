<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\DB;

/** Breaks AppRules::testModelsHaveRelationsAndCastsOnly. */
final class WritesFiles extends Model
{
    public function folder(): int
    {
        return DB::table('instances')->count();
    }
}
