<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** A package that a person asked for, with a range in comparator syntax. */
final readonly class Want
{
    public function __construct(public string $id, public string $range = '*') {}
}
