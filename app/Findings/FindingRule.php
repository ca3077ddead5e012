<?php

declare(strict_types=1);

namespace App\Findings;

/** One thing that may be true about an instance, or about what its draft would make of it. */
interface FindingRule
{
    /** What its findings are called together, in a few words. */
    public static function called(): string;

    /** What a finding of it means and what comes of it, in two sentences for somebody who meets it first. */
    public static function help(): string;

    /** @return list<Finding> */
    public function findings(Seen $seen): array;
}
