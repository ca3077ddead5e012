<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Has packages launched again. */
final readonly class TurnOn extends OfPackages
{
    public static function key(): string
    {
        return 'on';
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->turningOn(...$this->ids);
    }
}
