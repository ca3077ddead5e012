<?php

declare(strict_types=1);

namespace Stasimon\Core\Base;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Version\ReleaseSet;

/** Which game versions and loaders a package says it is for, in any of its releases. */
final readonly class Support
{
    /**
     * @return list<array{string, string}> game version, and loader id or "" where any loader will do
     */
    public static function of(Package $package, GameDefinition $game): array
    {
        [$gamePackage] = $game->packages();
        $loaders = array_map(fn (LoaderWord $loader): string => $loader->id, $game->loaders);
        $found = [];
        foreach ($package->releases as $release) {
            $versions = self::versions($release, $package, $gamePackage);
            foreach ($versions?->positions() ?? [] as $position) {
                foreach (self::loaders($release, $loaders) as $loader) {
                    $version = $gamePackage->releases[$position]->version;
                    $found[$version.' '.$loader] = [$version, $loader];
                }
            }
        }

        return array_values($found);
    }

    /** Null when the release does not name the game at all. */
    private static function versions(Release $release, Package $package, Package $game): ?ReleaseSet
    {
        $versions = null;
        foreach ($release->needs() as $need) {
            foreach ($need->alternatives as $target) {
                if ($target->id === $game->id) {
                    $within = $game->within($target->range, $package->syntax);
                    $versions = $versions === null ? $within : $versions->intersect($within);
                }
            }
        }

        return $versions;
    }

    /**
     * @param  list<string>  $known
     * @return list<string>
     */
    private static function loaders(Release $release, array $known): array
    {
        $named = [];
        foreach ($release->needs() as $need) {
            foreach ($need->alternatives as $target) {
                if (in_array($target->id, $known, true)) {
                    $named[] = $target->id;
                }
            }
        }

        return $named === [] ? [''] : array_values(array_unique($named));
    }
}
