<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

use RuntimeException;

/** The search needs to know how a launch goes that there was none of yet. */
final class NotLaunched extends RuntimeException
{
    /** @param  list<string>  $set */
    public function __construct(public readonly array $set)
    {
        parent::__construct('There was no launch with this set yet.');
    }
}
