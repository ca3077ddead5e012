<?php

declare(strict_types=1);

namespace Stasimon\Core\Merge;

/** A file in a ZIP archive, as its bytes lie there. */
final readonly class RawEntry
{
    /**
     * @param  int  $method  0 stored, 8 deflated
     * @param  int  $crc  CRC-32 of what is in it
     * @param  int  $packed  bytes as they lie in the archive
     * @param  int  $size  bytes as they are unpacked
     * @param  int  $offset  of the first of them in the archive
     */
    public function __construct(
        public string $name,
        public int $method,
        public int $crc,
        public int $packed,
        public int $size,
        public int $offset,
    ) {
    }
}
