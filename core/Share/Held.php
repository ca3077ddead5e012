<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Catalogue\NeededOn;

/** A package as one of two sides has it. */
final readonly class Held
{
    public function __construct(
        public string $id,
        public string $title,
        public string $version,
        public NeededOn $side,
        public bool $isWanted,
    ) {
    }
}
