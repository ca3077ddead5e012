<?php

declare(strict_types=1);

namespace App\View\LineUp;

use App\Findings\AvailableUpdate;
use App\Findings\Finding;

/** How a package stands in a line-up: what is asked of it, what a person noted, and what is known of it. */
final readonly class RowStanding
{
    /**
     * @param  string  $range  what the person asked for, "*" for the newest, nothing when it is only there for others
     * @param  string  $started  what the last launch tells of its start
     */
    public function __construct(
        public RowState $state,
        public string $range,
        public string $note,
        public ?Finding $finding = null,
        public ?AvailableUpdate $update = null,
        public string $started = '',
    ) {
    }
}
