<?php

declare(strict_types=1);

namespace App\View\Base;

use Stasimon\Core\Plan\Plan;

/** The base of an instance in words, with the alternatives of each part. */
final readonly class ShownBase
{
    /**
     * @param  string  $state  how the instance stands, in a sentence or two
     * @param  string  $otherwise  what a draft would make of it
     */
    public function __construct(
        public Plan $plan,
        public BaseNames $names,
        public Alternatives $alternatives,
        public string $state,
        public string $otherwise,
        public bool $hasNumbers,
        public bool $hasStages,
    ) {
    }
}
