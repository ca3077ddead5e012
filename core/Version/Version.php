<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** One version of one package. Versions of the same scheme can be compared, others cannot. */
interface Version
{
    /** Below, equal to or above zero, as this version comes before, with or after the other in the scheme's order. */
    public function compare(self $other): int;
}
