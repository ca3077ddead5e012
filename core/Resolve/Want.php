<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Version\Syntax;

/** A package that is asked for, with a range: in comparator syntax when a person asks. */
final readonly class Want
{
    public function __construct(public string $id, public string $range = '*', public Syntax $syntax = Syntax::Comparator)
    {
    }
}
