<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Fact;

/** Where a clause comes from that was not learned: one thing that the request or the catalogue says. */
interface Fact
{
}
