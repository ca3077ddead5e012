<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Plan\Plan;

/** Heeds again what was disregarded. */
final readonly class Heed extends Step
{
    public function __construct(private string $id, private Relation $relation, private string $target)
    {
    }

    public static function key(): string
    {
        return 'heed';
    }

    public static function rules(): array
    {
        return ['id' => self::id(), 'relation' => ['required', 'in:needs,breaks'], 'target' => self::id()];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->text('id'), $fields->relation(), $fields->text('target'));
    }

    public function fields(): array
    {
        return ['id' => $this->id, 'relation' => $this->relation->value, 'target' => $this->target];
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->withoutWaiver($this->id, $this->relation, $this->target);
    }
}
