<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** A package and the range of it that a relation names; the range is in the syntax of the package that wrote it. */
final readonly class Target
{
    public function __construct(public string $id, public string $range = '*')
    {
    }

    public function key(): string
    {
        return $this->id.' '.$this->range;
    }
}
