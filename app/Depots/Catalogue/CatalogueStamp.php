<?php

declare(strict_types=1);

namespace App\Depots\Catalogue;

use Illuminate\Support\Facades\DB;

/** Changes whenever anything that the depots say, or that was found out here about packages, may have changed. */
final class CatalogueStamp
{
    public static function now(): string
    {
        return (string) DB::scalar(
            "select concat((select string_agg(concat_ws(' ', id, sequence, paused, place), ',' order by id) from depots), '; ', (select ".
            'max(id) from notices where depot_id is null))',
        );
    }
}
