<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Version\ReleaseSet;
use WeakMap;

/** Which game versions and loaders a package says it is for, in any of its releases. */
final readonly class Support
{
    /**
     * @return list<array{string, string}> game version, and loader id or "" where any loader will do
     */
    public static function of(Package $package, GameDefinition $game): array
    {
        $about = [$game->id => true];
        foreach ($game->loaders as $loader) {
            $about[$loader->id] = true;
        }
        $found = $seen = $matters = [];
        foreach ($package->releases as $release) {
            // Most releases say the same of game and loader as the one before.
            $says = '';
            foreach ($release->needs() as $need) {
                $matters[$need->key] ??= array_filter($need->alternatives, fn (Target $target): bool => isset($about[$target->id])) !== [];
                $says .= $matters[$need->key] ? $need->key."\n" : '';
            }
            if (isset($seen[$says])) {
                continue;
            }
            $seen[$says] = true;
            foreach (self::ofRelease($release, $package, $game) as [$version, $loader]) {
                $found[$version.' '.$loader] = [$version, $loader];
            }
        }

        return array_values($found);
    }

    /** @return list<array{string, string}> the same for one release */
    public static function ofRelease(Release $release, Package $package, GameDefinition $game): array
    {
        $gamePackage = self::gameOf($game);
        $known = array_map(fn (LoaderWord $loader): string => $loader->id, $game->loaders);
        $found = [];
        foreach (self::versions($release, $package, $gamePackage)?->positions() ?? [] as $position) {
            foreach (self::loaders($release, $known) as $loader) {
                $found[] = [$gamePackage->releases[$position]->version, $loader];
            }
        }

        return $found;
    }

    /** The game as a package, made once for each definition. */
    private static function gameOf(GameDefinition $game): Package
    {
        /** @var WeakMap<GameDefinition, Package> $known */
        static $known = new WeakMap;
        if (! isset($known[$game])) {
            $known[$game] = $game->packages()[0];
        }

        return $known[$game];
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
