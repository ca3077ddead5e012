<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\KindPlace;
use Stasimon\Core\Place\Archive\EntryName;

/** Which file of a release goes where in an instance's folder. */
final readonly class Placement
{
    /** Names at the root of an instance that are not a package's to use. */
    private const RESERVED = ['.stasimon.json', 'plan.pending', 'logs'];

    public function __construct(private GameDefinition $game)
    {
    }

    /** @throws UnplaceableFile when the game has no place for the kind */
    public function placeOf(Kind $kind, string $file): KindPlace
    {
        return $this->game->places[$kind->value] ?? throw UnplaceableFile::noPlace($file, $kind, $this->game->name);
    }

    /**
     * Where a file goes that is not unpacked.
     *
     * @return string  relative to the instance's folder, with forward slashes
     *
     * @throws UnplaceableFile when the game has no place for the kind, or the name would leave its folder
     */
    public function pathOf(Kind $kind, string $file): string
    {
        $place = $this->placeOf($kind, $file);
        if (preg_match('/^[A-Za-z0-9][A-Za-z0-9 ._+()-]{0,199}$/D', $file) !== 1 || str_contains($file, '..')) {
            throw UnplaceableFile::badName($file);
        }

        return $this->free($place->holding($file));
    }

    /**
     * Where a file out of an archive goes.
     *
     * @throws UnplaceableFile when that is not a package's to write
     */
    public function pathWithin(KindPlace $place, string $path): string
    {
        return $this->free($place->holding($path));
    }

    /** @return list<string> folders in which the game finds what it starts, reads or lays over its own; not the instance's root */
    public function folders(): array
    {
        $folders = array_map(fn (KindPlace $place): string => trim($place->folder, '/'), array_values($this->game->places));

        return array_values(array_unique(array_filter($folders, fn (string $folder): bool => $folder !== '.' && $folder !== '')));
    }

    /** Whether a file is called like an archive or a library of code: common practice, no source. */
    public static function isCalledLikeAnArchive(string $name): bool
    {
        return preg_match('/\.(?:zip|jar|dll)$/i', $name) === 1;
    }

    /** Whether a path is in a folder that belongs to the instance, where nothing that is there is written over. */
    public function isOwn(string $path): bool
    {
        return in_array(explode('/', EntryName::key($path))[0], $this->game->own, true);
    }

    /** @throws UnplaceableFile */
    private function free(string $path): string
    {
        if (strlen($path) > Limits::PATH || substr_count($path, '/') > Limits::DEPTH) {
            throw UnplaceableFile::tooLong($path);
        }
        if (in_array(explode('/', EntryName::key($path))[0], self::RESERVED, true)) {
            throw UnplaceableFile::reserved($path);
        }

        return $path;
    }
}
