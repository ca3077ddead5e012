<?php

declare(strict_types=1);

namespace App\Depots\Catalogue;

/**
 * What a package is for, as it is kept in the column "supports" of packages: a game, one of its versions and a loader, each
 * without spaces, with one between them; no loader where any will do.
 */
final class SupportKey
{
    public static function of(string $game, string $version, string $loader = ''): string
    {
        return "{$game} {$version} {$loader}";
    }

    /**
     * The keys of what runs at a version on any of these loaders, as one parameter of a query.
     *
     * @param  list<string>  $loaders
     */
    public static function anyOf(string $game, string $version, array $loaders): string
    {
        return Bulk::list(array_map(fn (string $loader): string => self::of($game, $version, $loader), [...$loaders, '']));
    }

    public static function gameOf(string $key): string
    {
        return explode(' ', $key, 2)[0];
    }
}
