<?php

declare(strict_types=1);

namespace App\Findings;

/** One thing that may be true about an instance, or about what its draft would make of it. */
interface FindingRule
{
    /** @return list<Finding> */
    public function findings(Seen $seen): array;
}
