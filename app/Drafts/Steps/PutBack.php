<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Lays again what was changed by hand or is gone. */
final readonly class PutBack extends Step
{
    public static function key(): string
    {
        return 'put-back';
    }

    public static function rules(): array
    {
        return [];
    }

    public static function of(Fields $fields): self
    {
        return new self();
    }

    public function fields(): array
    {
        return [];
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->puttingBack();
    }
}
