<?php

declare(strict_types=1);

namespace App\View\Triage;

use App\Findings\Shared;

/** A finding with what has been done about it. */
final readonly class TriageRow
{
    /** @param  bool  $isDrafted  whether what helps is in the draft of each instance that it is found in */
    public function __construct(public Shared $of, public bool $isDrafted)
    {
    }
}
