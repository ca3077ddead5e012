<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Plan\Plan;

/** Keeps packages out of the launch: what is asked for, and of what is only there for others, those others. */
final readonly class TurnOff extends OfPackages
{
    public static function key(): string
    {
        return 'off';
    }

    public function change(Here $here): Closure
    {
        $lineUp = $here->lineUp();
        foreach (array_intersect_key($lineUp->underBase(), array_flip($this->ids)) as $why) {
            throw Refusal::conflict("{$why}, so it stays while the base does. Nothing was changed.");
        }
        $wants = $lineUp->wantsThatBring($this->ids);
        if ($wants === []) {
            throw Refusal::conflict('Nothing of that is in the draft\'s line-up, so there is nothing to turn off.');
        }

        return fn (Plan $plan): Plan => $plan->turningOff(...$wants);
    }
}
