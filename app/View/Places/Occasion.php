<?php

declare(strict_types=1);

namespace App\View\Places;

use App\Models\Instance;
use App\View\Base\ShownBase;

/** When a place of an instance is shown. */
enum Occasion
{
    case Always;
    case Stages;
    case Numbers;
    case Draft;
    case Laid;

    public function isNow(Instance $instance, ShownBase $base): bool
    {
        return match ($this) {
            self::Always => true,
            self::Stages => $base->hasStages,
            self::Numbers => $base->hasNumbers,
            self::Draft => $instance->draft !== null,
            self::Laid => $instance->install_id !== null,
        };
    }
}
