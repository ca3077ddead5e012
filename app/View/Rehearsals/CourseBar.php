<?php

declare(strict_types=1);

namespace App\View\Rehearsals;

/** A stretch of a launch as it is drawn. */
final class CourseBar
{
    /** @param  int  $lane  below which others it stands, from 0 */
    public function __construct(
        public readonly string $name,
        public readonly float $x,
        public readonly float $width,
        public readonly bool $failed,
        public readonly string $words,
        public int $lane = 0,
    ) {
    }
}
