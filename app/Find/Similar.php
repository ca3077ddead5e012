<?php

declare(strict_types=1);

namespace App\Find;

use App\Depots\Catalogue\Bulk;
use App\Depots\PackageRow;
use Illuminate\Support\Facades\DB;

/** Packages that are about the same as another. */
final readonly class Similar
{
    private const MOST = 5;

    /** Those of one subject, by downloads, whose words are compared. */
    private const COMPARED = 100;

    /**
     * @param  string  $keys  what one of them has to be for, as the packages' column "supports" holds it
     * @param  list<string>  $without  ids that are not meant
     * @return array<string, string> id => name, by how many subjects they share, then by how alike their words are
     */
    public static function to(PackageRow $package, string $keys, array $without): array
    {
        $subjects = (array) $package->categories;
        if ($subjects === []) {
            return [];
        }
        $rows = DB::select(
            'select id, name from (select id, name, search, categories from packages where kind = ? and categories ??| ?::text[] '.
            // Found by what they are about: nearly all of them are for a version that many play.
            "and (supports || '{}'::text[]) && ?::text[] and id <> all(?::text[]) ".
            'order by downloads desc limit '.self::COMPARED.') as near '.
            'order by (select count(*) from jsonb_array_elements_text(categories) as one where one = any(?::text[])) desc, '.
            'similarity(search, ?) desc, id limit '.self::MOST,
            [
                $package->kind,
                $list = Bulk::list(array_values(array_map(strval(...), $subjects))),
                $keys,
                Bulk::list([$package->id, ...$without]),
                $list,
                mb_strtolower("{$package->name} {$package->summary}"),
            ],
        );

        return array_column($rows, 'name', 'id');
    }
}
