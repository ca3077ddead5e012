<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

/** What a person says of an order: one package comes before another, and why. Of two that bring one file, the later wins. */
final readonly class Rule
{
    public function __construct(public string $first, public string $then, public string $why = '')
    {
    }
}
