<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/** Asked now and then whether to stop; the core itself reads no clock. */
interface Deadline
{
    public function reached(): bool;
}
