<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

use Stasimon\Core\Resolve\Fact\Bounded;
use Stasimon\Core\Resolve\Fact\Fact;
use Stasimon\Core\Resolve\Fact\Wanted;

/**
 * A disjunction of literals, of which at least one holds in every valid line-up.
 *
 * A literal says that a package is one of a set of its releases; bit 0 of the set stands for "not in the line-up".
 */
final class Clause
{
    /** The two watched packages; the same twice in a clause of one literal. */
    public int $first = -1;

    public int $second = -1;

    /** Whether it no longer holds, and is to be taken out where it is met. */
    public bool $dropped = false;

    /** Whether it rests on what one request wants, or on a bound, and not on the catalogue alone. */
    public readonly bool $passing;

    /**
     * @param  array<int, string>  $literals  package => set
     * @param  Fact|null  $fact  what it says, unless it was learned
     * @param  list<self>  $parents  of a learned clause, in the order in which they were resolved
     */
    public function __construct(
        public readonly array $literals,
        public readonly ?Fact $fact = null,
        public readonly array $parents = [],
    ) {
        $passing = $fact instanceof Wanted || $fact instanceof Bounded;
        foreach ($parents as $parent) {
            $passing = $passing || $parent->passing;
        }
        $this->passing = $passing;
    }
}
