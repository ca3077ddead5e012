<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Wants packages no more. */
final readonly class Remove extends OfPackages
{
    public static function key(): string
    {
        return 'remove';
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => array_reduce($this->ids, fn (Plan $plan, string $id): Plan => $plan->without($id), $plan);
    }
}
