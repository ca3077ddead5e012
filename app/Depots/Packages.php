<?php

declare(strict_types=1);

namespace App\Depots;

/** Packages, found. */
final class Packages
{
    public static function find(string $id): ?PackageRow
    {
        return PackageRow::query()->find($id);
    }

    /**
     * @param  array<int, string>  $ids
     * @return array<string, string> id => name, of those that are known
     */
    public static function names(array $ids): array
    {
        return PackageRow::query()->whereIn('id', $ids)->pluck('name', 'id')->all();
    }
}
