<?php

declare(strict_types=1);

namespace App\Findings;

use App\Drafts\Trials;
use App\Models\Instance;
use Stasimon\Core\Plan\Plan;

/** Tries what a remedy would lead to: only what leads to a line-up is offered. */
final readonly class Resolving
{
    public function __construct(private Trials $trials)
    {
    }

    /** Whether it is known to; what is not known yet a worker finds out, and the page says so. */
    public function holds(Plan $plan, Instance $instance): bool
    {
        return $this->trials->holds($plan, $instance) === true;
    }
}
