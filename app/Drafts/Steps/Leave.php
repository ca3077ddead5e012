<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Takes an update out of the draft. */
final readonly class Leave extends OfPackages
{
    public static function key(): string
    {
        return 'leave';
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->updatingTo(array_diff_key($plan->once->updating, array_flip($this->ids)));
    }
}
