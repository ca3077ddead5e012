<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

/** One file in an archive that was found harmless. */
final readonly class ArchiveEntry
{
    /**
     * @param  int  $index  in the archive's directory
     * @param  string  $path  relative, with forward slashes
     * @param  int  $size  in bytes, unpacked
     */
    public function __construct(public int $index, public string $path, public int $size)
    {
    }
}
