<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use Stasimon\Core\Base\GameDefinition;
use Stasimon\Core\Catalogue\Kind;

/** Which file of a release goes where in an instance's folder. */
final readonly class Placement
{
    public function __construct(private GameDefinition $game)
    {
    }

    /**
     * @return string  relative to the instance's folder, with forward slashes
     *
     * @throws UnplaceableFile when the game has no place for the kind, or the name would leave its folder
     */
    public function pathOf(Kind $kind, string $file): string
    {
        $folder = $this->game->places[$kind->value] ?? throw UnplaceableFile::noPlace($file, $kind, $this->game->name);
        if (preg_match('/^[A-Za-z0-9][A-Za-z0-9 ._+()-]{0,199}$/D', $file) !== 1 || str_contains($file, '..')) {
            throw UnplaceableFile::badName($file);
        }

        return $folder === '.' ? $file : $folder.'/'.$file;
    }
}
