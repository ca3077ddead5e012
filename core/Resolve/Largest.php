<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** A set of wants that can hold together and to which none of the others can be added. */
final readonly class Largest
{
    /**
     * @param  list<int>  $wants  ascending indices into the request's wants
     * @param  bool  $proved  whether it was shown that no other set is larger
     * @param  bool  $earliest  whether of all sets, larger or not, it is the one that keeps the earliest want on which they differ
     */
    public function __construct(public array $wants, public bool $proved, public bool $earliest = false)
    {
    }
}
