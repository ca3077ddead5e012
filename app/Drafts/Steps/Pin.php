<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Wants exactly the releases that are here; what is not here is passed over. */
final readonly class Pin extends OfPackages
{
    public static function key(): string
    {
        return 'pin';
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        $catalogue = $here->catalogue();
        $exactly = [];
        foreach (array_intersect_key($here->instance->versions(), array_flip($this->ids)) as $id => $version) {
            $exactly[(string) $id] = $catalogue->package((string) $id)?->exactly($version) ?? '='.$version;
        }

        return function (Plan $plan) use ($exactly): Plan {
            foreach ($exactly as $id => $range) {
                $plan = $plan->wantingIn((string) $id, $range);
            }

            return $plan;
        };
    }
}
