<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Resolve\Resolved;

/** A change to a request that was tried and resolves. */
final readonly class RequestRemedy
{
    /**
     * @param  int  $cost  what it costs the person: 1 for another version, 2 for another channel or an understudy, 3 for a
     *                     waiver, 10 for each want that is lost, and 1 for each package that changes beyond that
     * @param  non-empty-list<Operation>  $patch  on the request
     */
    public function __construct(public string $text, public int $cost, public array $patch, public Resolved $leadsTo)
    {
    }
}
