<?php

declare(strict_types=1);

namespace App\Findings;

/** How serious a finding is, most serious first. */
enum Level: string
{
    case Stops = 'stops';
    case Breaks = 'breaks';
    case Look = 'look';
    case Info = 'info';

    public function words(): string
    {
        return match ($this) {
            self::Stops => 'stops launch',
            self::Breaks => 'breaks in play',
            self::Look => 'worth a look',
            self::Info => 'for information',
        };
    }
}
