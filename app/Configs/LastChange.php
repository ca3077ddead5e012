<?php

declare(strict_types=1);

namespace App\Configs;

use App\Rehearsals\ChangedBy;

/** Who wrote a config as it is now. */
final readonly class LastChange
{
    /** @param  int|null  $launch  number of the launch that did */
    public function __construct(public ChangedBy $by, public ?int $launch = null)
    {
    }

    public function words(): string
    {
        return match ($this->by) {
            ChangedBy::Made => 'as the mod made it',
            ChangedBy::Pack => 'as the pack has it',
            ChangedBy::You => 'changed by you',
            ChangedBy::Launch => "changed by launch {$this->launch}",
            ChangedBy::Unknown => 'not seen by a launch yet',
        };
    }
}
