<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Takes back a choice of what meets a need. */
final readonly class LeaveOpen extends OfPair
{
    public static function key(): string
    {
        return 'leave-open';
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->unchoosing($this->id, [$this->target]);
    }
}
