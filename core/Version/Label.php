<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** A version of the sequence scheme: an opaque label that only its place in the package's list gives an order. */
final readonly class Label implements Version
{
    public function __construct(public int $place)
    {
    }

    public function compare(Version $other): int
    {
        return $this->place <=> ($other instanceof self ? $other->place : -1);
    }
}
