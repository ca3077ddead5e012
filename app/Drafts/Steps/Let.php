<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Decides which of two packages wins a file that both bring. */
final readonly class Let extends Step
{
    public function __construct(private string $id, private string $target)
    {
    }

    public static function key(): string
    {
        return 'let';
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
        return fn (Plan $plan): Plan => $plan->letting($this->id, $this->target)->puttingBack();
    }
}
