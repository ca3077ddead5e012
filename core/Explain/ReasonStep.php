<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Resolve\Search\Clause;

/** One sentence of an explanation. */
final readonly class ReasonStep
{
    /**
     * @param  list<int>  $from  earlier steps that it follows from; none for a fact
     * @param  Clause  $claim  what it says, in the form that can be checked
     */
    public function __construct(public string $text, public array $from, public Clause $claim)
    {
    }
}
