<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

use Stasimon\Core\Base\Plan;

/** A remedy for a failed rehearsal: what to do, and the plan that does it. */
final readonly class Counsel
{
    public function __construct(public string $text, public Plan $plan)
    {
    }
}
