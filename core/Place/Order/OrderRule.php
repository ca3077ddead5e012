<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Order;

/** One entry comes before another. */
final readonly class OrderRule
{
    public function __construct(public string $first, public string $then, public Strength $strength, public string $why = '')
    {
    }
}
