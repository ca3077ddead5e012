<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Depots\Packages;
use App\Refusal\Refusal;
use Closure;
use Stasimon\Core\Plan\Plan;

/** Adds packages, from the channels that their verdicts say; ids that no depot has are refused, all of them. */
final readonly class Add extends OfPackages
{
    public static function key(): string
    {
        return 'add';
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        $unknown = array_diff($this->ids, array_map(strval(...), array_keys(Packages::names($this->ids))));
        if ($this->ids === [] || $unknown !== []) {
            throw Refusal::unusable(
                $this->ids === []
                    ? 'Nothing was marked, so nothing was added.'
                    : 'No depot has '.mb_strimwidth(implode(', ', $unknown), 0, 100, '…').'.',
            );
        }
        $channels = $here->channelsOf($this->ids);

        return function (Plan $plan) use ($channels): Plan {
            foreach ($this->ids as $id) {
                $plan = $plan->wants($id) ? $plan : $plan->wantingFrom($id, $channels[$id] ?? null);
            }

            return $plan;
        };
    }
}
