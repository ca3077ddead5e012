<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Closure;
use Stasimon\Core\Plan\Plan;

/** A remedy for a failed rehearsal: what to do, and the change of a plan that does it. */
final readonly class PlanRemedy
{
    /**
     * @param  string  $key  the same for what does the same
     * @param  Closure(Plan): Plan  $change
     * @param  string|null  $adds  the package that it adds, where it is one that is missing
     * @param  string  $among  the same for alternatives of which one is enough; nothing where it stands for itself
     */
    public function __construct(
        public string $key,
        public string $text,
        public Closure $change,
        public ?string $adds = null,
        public string $among = '',
    ) {
    }
}
