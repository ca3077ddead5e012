<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/** Makes the clauses of a release when the search first takes it. */
interface Rules
{
    /** @return list<Clause> those of this release that were not made before */
    public function clausesOf(int $package, int $position): array;
}
