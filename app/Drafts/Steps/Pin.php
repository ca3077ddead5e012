<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Wants exactly the releases that are here; what is not here is passed over. */
final readonly class Pin extends Step
{
    /** @param  list<string>  $ids */
    public function __construct(private array $ids)
    {
    }

    public static function key(): string
    {
        return 'pin';
    }

    public static function rules(): array
    {
        return self::oneOrMarked();
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->ids());
    }

    public function fields(): array
    {
        return self::marked($this->ids);
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
