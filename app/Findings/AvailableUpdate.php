<?php

declare(strict_types=1);

namespace App\Findings;

/** A newer release of a package in a line-up. */
final readonly class AvailableUpdate
{
    /** @param  string|null  $fits  the newest that fits with everything that is asked for; null when none does */
    public function __construct(public string $id, public string $now, public string $newest, public ?string $fits)
    {
    }
}
