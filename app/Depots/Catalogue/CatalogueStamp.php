<?php

declare(strict_types=1);

namespace App\Depots\Catalogue;

use Closure;
use Illuminate\Support\Facades\DB;

/** Changes whenever anything that the depots say, or that was found out here about packages, may have changed. */
final class CatalogueStamp
{
    private static bool $isKept = false;

    private static ?string $kept = null;

    public static function now(): string
    {
        $now =
            self::$kept ??
            (string) DB::scalar(
                "select concat((select string_agg(concat_ws(' ', id, sequence, paused, place), ',' order by id) from depots), '; ', ".
                "(select concat(count(*), ' ', max(id)) from notices where depot_id is null))",
            );
        self::$kept = self::$isKept ? $now : null;

        return $now;
    }

    /**
     * Has it asked for once while a page is made, which changes nothing of it.
     *
     * @template T
     *
     * @param  Closure(): T  $make
     * @return T
     */
    public static function during(Closure $make): mixed
    {
        self::$isKept = true;
        try {
            return $make();
        } finally {
            [self::$isKept, self::$kept] = [false, null];
        }
    }
}
