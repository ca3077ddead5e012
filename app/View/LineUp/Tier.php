<?php

declare(strict_types=1);

namespace App\View\LineUp;

/** What is of one kind in a theatre: libraries, mods or packs. */
final readonly class Tier
{
    /**
     * @param  list<list<Seat>>  $rows  from the inside; each from left to right
     * @param  float  $arc  radius of the line around it, in the units of the drawing
     */
    public function __construct(public string $name, public array $rows, public float $arc)
    {
    }

    public function count(): int
    {
        return array_sum(array_map(count(...), $this->rows));
    }
}
