<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Puts one package in the place of another. */
final readonly class Replace extends Step
{
    public function __construct(private string $id, private string $target)
    {
    }

    public static function key(): string
    {
        return 'replace';
    }

    public static function rules(): array
    {
        return ['id' => self::id(), 'target' => [...self::id(), 'different:id']];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->text('id'), $fields->text('target'));
    }

    public function fields(): array
    {
        return ['id' => $this->id, 'target' => $this->target];
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->without($this->id)->wanting($this->target);
    }
}
