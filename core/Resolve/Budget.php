<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Resolve\Search\Deadline;
use Stasimon\Core\Resolve\Search\Search;

/** A number of conflicts that a search may spend from here on, beside the time limit that holds anyway. */
final class Budget implements Deadline
{
    private readonly int $end;

    public function __construct(private readonly Search $search, int $conflicts, private readonly ?Deadline $deadline)
    {
        $this->end = $search->conflicts + $conflicts;
    }

    public function spent(): bool
    {
        return $this->search->conflicts >= $this->end;
    }

    public function reached(): bool
    {
        return $this->spent() || $this->deadline?->reached() === true;
    }
}
