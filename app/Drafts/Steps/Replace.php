<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Puts one package in the place of another. */
final readonly class Replace extends OfPair
{
    public static function key(): string
    {
        return 'replace';
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->without($this->id)->wanting($this->target);
    }
}
