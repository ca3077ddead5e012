<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

use Closure;
use Stasimon\Core\Base\Plan;

/** A remedy for a failed rehearsal: what to do, and the change of a plan that does it. */
final readonly class Counsel
{
    /**
     * @param  string  $key  the same for what does the same
     * @param  Closure(Plan): Plan  $change
     */
    public function __construct(public string $key, public string $text, public Closure $change)
    {
    }
}
