<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

use Stasimon\Core\Plan\Plan;

/** Tries plans: only what leads to a line-up helps. */
interface Trial
{
    /** Whether a plan leads to a line-up; null where there was no time to find out. */
    public function holds(Plan $plan): ?bool;
}
