<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

final readonly class GameVersion
{
    /**
     * @param  string  $line  the group of versions it belongs to
     * @param  string  $runtimeRange  what it needs of its runtime, in comparator syntax
     * @param  string  $runtimeWords  the same for people
     */
    public function __construct(
        public string $version,
        public string $line,
        public string $note,
        public string $runtimeRange,
        public string $runtimeWords,
    ) {
    }
}
