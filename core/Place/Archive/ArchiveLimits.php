<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

/** How much an archive may hold. The defaults are far above what mods are, and far below what harms a machine. */
final readonly class ArchiveLimits
{
    /**
     * @param  int  $entries  in the archive and in those inside it
     * @param  int  $bytes  unpacked, in all
     * @param  int  $ratio  unpacked bytes for each byte of the archive, asked only above $free bytes
     * @param  int  $free  unpacked bytes that are taken at any ratio
     * @param  int  $depth  of archives in archives
     */
    public function __construct(
        public int $entries = 100_000,
        public int $bytes = 4_000_000_000,
        public int $ratio = 100,
        public int $free = 64_000_000,
        public int $depth = 3,
    ) {
    }
}
