<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

/** A file in a ZIP archive, as the directory of that has it. */
final readonly class ZippedEntry
{
    /**
     * @param  int  $at  where it begins
     * @param  int  $packed  bytes in the archive
     * @param  int  $size  bytes as unpacked
     * @param  int  $method  by which it is packed
     * @param  int  $crc  CRC-32 of what is unpacked
     */
    public function __construct(
        public string $name,
        public int $at,
        public int $packed,
        public int $size,
        public int $method,
        public int $crc,
    ) {
    }
}
