<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Decides which of two packages wins a file that both bring. */
final readonly class Let extends OfPair
{
    public static function key(): string
    {
        return 'let';
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->letting($this->id, $this->target)->puttingBack();
    }
}
