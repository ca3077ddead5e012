<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use Stasimon\Core\Game\KindPlace;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/**
 * Finds what of an archive is the content: often only one folder in it is, and the rest are sources and read-me files.
 * Common practice: the depot may say which; else a folder named like the place that it is meant for; else what is left when
 * a single folder around everything is taken off.
 */
final class ContentFolder
{
    /**
     * @param  list<ArchiveEntry>  $entries
     * @param  string|null  $said  the folder that the depot names
     * @param  string  $id  what the folder is called of one that has none around it, where each has a folder of its own
     * @return array<string, ArchiveEntry> path below the place => entry
     *
     * @throws UnsafeArchive when the folder that is named is not there, or nothing is
     */
    public static function of(array $entries, KindPlace $place, ?string $said, string $archive, string $id = ''): array
    {
        $root = $said === null ? self::guess($entries, $place) : rtrim($said, '/').'/';
        // What lies in a folder named like the place has a folder of its own in that already.
        $isLaidOut = $said === null && ($root === "{$place->folder}/" || str_ends_with($root, "/{$place->folder}/"));
        $own = $place->each && ! $isLaidOut ? ($root === '' ? $id : basename($root)).'/' : '';
        $content = [];
        foreach ($entries as $entry) {
            if ($root === '' || str_starts_with($entry->path, $root)) {
                $content[$own.substr($entry->path, strlen($root))] = $entry;
            }
        }
        if ($content === []) {
            throw UnsafeArchive::because(
                $archive,
                $said === null ? 'it is empty.' : 'the folder '.UnsafeArchive::shown($said).' that its page names is not in it.',
            );
        }

        return $content;
    }

    /** @param  list<ArchiveEntry>  $entries */
    private static function guess(array $entries, KindPlace $place): string
    {
        $root = '';
        while (true) {
            $tops = [];
            $hasPlace = false;
            foreach ($entries as $entry) {
                $rest = substr($entry->path, strlen($root));
                $hasPlace = $hasPlace || str_starts_with($rest, "{$place->folder}/");
                $slash = strpos($rest, '/');
                $tops[$slash === false ? '' : substr($rest, 0, $slash)] = true;
            }
            if ($place->folder !== '.' && $hasPlace) {
                return $root.$place->folder.'/';
            }
            if (count($tops) !== 1 || isset($tops[''])) {
                return $root;
            }
            $root .= array_key_first($tops).'/';
        }
    }
}
