<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Fact;

/** A better line-up is already known: no more packages than that may leave what they were. */
final readonly class Bounded implements Fact
{
}
