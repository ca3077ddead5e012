<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Takes an update out of the draft. */
final readonly class Leave extends Step
{
    /** @param  list<string>  $ids */
    public function __construct(private array $ids)
    {
    }

    public static function key(): string
    {
        return 'leave';
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
        return fn (Plan $plan): Plan => $plan->updatingTo(array_diff_key($plan->once->updating, array_flip($this->ids)));
    }
}
