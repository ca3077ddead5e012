<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

/** A package as one of two sides has it. */
final readonly class Held
{
    /** @param  'client'|'server'|'both'  $side  where it is needed */
    public function __construct(public string $id, public string $title, public string $version, public string $side, public bool $isWanted)
    {
    }
}
