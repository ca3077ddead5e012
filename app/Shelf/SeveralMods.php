<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Cage\StrangersFiles;
use App\Refusal\Refusal;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\UnsafeArchive;

/** Finds the mods in an archive that has several: archives in it, or folders that each say what they are. */
final readonly class SeveralMods
{
    /** Folders around a mod that are looked into. */
    private const DEPTH = 3;

    public function __construct(private StrangersFiles $reading)
    {
    }

    /** @return list<string> paths of archives or of folders in it; none where there are not several */
    public function in(GameDefinition $game, string $path, string $name): array
    {
        if ((string) @file_get_contents($path, false, null, 0, 4) !== "PK\x03\x04") {
            return [];
        }
        try {
            $entries = $this->reading->entries($path, $name);
        } catch (UnsafeArchive|Refusal) {
            return [];
        }
        $archives = self::archives($entries);
        $found = count($archives) > 1 ? $archives : self::folders($entries, $game);
        sort($found, SORT_STRING);

        return count($found) > 1 ? $found : [];
    }

    /**
     * @param  list<ArchiveEntry>  $entries
     * @return list<string>
     */
    private static function archives(array $entries): array
    {
        $paths = array_map(fn (ArchiveEntry $entry): string => $entry->path, $entries);
        // What a mod brings for itself lies under such names, and is none by itself: common practice.
        $isOwn = fn (string $path): bool => preg_match('~(?:^|/)(?:META-INF|lib|libs)/~i', $path) === 1;

        return array_values(
            array_filter(
                $paths,
                fn (string $path): bool => preg_match('/\.(?:zip|jar)$/i', $path) === 1 &&
                    substr_count($path, '/') <= self::DEPTH &&
                    ! $isOwn($path),
            ),
        );
    }

    /**
     * @param  list<ArchiveEntry>  $entries
     * @return list<string>
     */
    private static function folders(array $entries, GameDefinition $game): array
    {
        $found = [];
        foreach ($entries as $entry) {
            $parts = explode('/', $entry->path);
            for ($depth = 1; $depth <= min(self::DEPTH, count($parts) - 1); $depth++) {
                foreach ($game->descriptors as $rule) {
                    if ($rule->isAt(implode('/', array_slice($parts, $depth)))) {
                        $found[implode('/', array_slice($parts, 0, $depth))] = true;
                    }
                }
            }
        }
        $folders = array_map(strval(...), array_keys($found));

        // One that lies in another is a part of it.
        return array_values(
            array_filter(
                $folders,
                fn (string $folder): bool => array_filter($folders, fn (string $one): bool => str_starts_with($folder, "{$one}/")) === [],
            ),
        );
    }
}
