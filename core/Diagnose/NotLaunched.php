<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use RuntimeException;
use Stasimon\Core\Document\Fault;

/** The search needs to know how a launch goes that there was none of yet. */
final class NotLaunched extends RuntimeException implements Fault
{
    /** @param  list<string>  $set */
    public function __construct(public readonly array $set)
    {
        parent::__construct('There was no launch with this set yet.');
    }
}
