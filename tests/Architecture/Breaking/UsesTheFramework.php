<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

use Illuminate\Support\Collection;

/** Breaks CoreRules::testNothingButPhp. */
final class UsesTheFramework
{
    /** @return Collection<int, string> */
    public function names(): Collection
    {
        return new Collection(['gulls']);
    }
}
