<?php

declare(strict_types=1);

namespace App\Findings;

use App\Drafts\LineUps;
use App\Models\Instance;
use Stasimon\Core\Plan\Plan;

/** Tries what a remedy would lead to: only what leads to a line-up is offered. */
final readonly class Resolving
{
    public function __construct(private LineUps $lineUps)
    {
    }

    public function holds(Plan $plan, Instance $instance): bool
    {
        return $this->lineUps->lineUpOf($plan, $instance)->resolved !== null;
    }
}
