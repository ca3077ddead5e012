<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** Where a game wants what is of one kind. */
final readonly class KindPlace
{
    /**
     * @param  string  $folder  inside the instance; "." is the instance's own folder
     * @param  bool  $unpack  whether what is in the archive goes there, rather than the archive
     */
    public function __construct(public string $folder, public bool $unpack)
    {
    }

    public function holding(string $path): string
    {
        return $this->folder === '.' ? $path : $this->folder.'/'.$path;
    }
}
