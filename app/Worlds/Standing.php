<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Depots\Catalogue\DepotCatalogue;

/** Whether a world would open whole with a line-up, by the mods that it was saved with. */
final class Standing
{
    /**
     * @param  array<string, string>  $mods  that it was saved with: id => version
     * @param  array<string, string>  $versions  that are here
     * @return array{string, bool} in words, and whether it would open whole
     */
    public static function of(array $mods, array $versions, DepotCatalogue $catalogue): array
    {
        $title = fn (string $id): string => $catalogue->package($id)?->title() ?? $id;
        $some = fn (array $names): string => implode(', ', array_slice($names, 0, 3)).
            (count($names) > 3 ? ' and '.(count($names) - 3).' more' : '');
        $lacks = array_map($title, array_map(strval(...), array_keys(array_diff_key($mods, $versions))));
        $newer = [];
        foreach (array_intersect_key($mods, $versions) as $id => $version) {
            $package = $version === $versions[$id] ? null : $catalogue->package((string) $id);
            if ($package !== null && $package->positionOf($version) > $package->positionOf($versions[$id])) {
                $newer[] = $package->title();
            }
        }

        return match (true) {
            $lacks !== [] => ['lacks '.$some($lacks).($newer === [] ? '' : '; saved by a newer '.$some($newer)), false],
            $newer !== [] => ['saved by a newer '.$some($newer), false],
            $mods === [] => ['does not say what it was saved with', true],
            default => ['opens whole', true],
        };
    }
}
