<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use App\Drafts\Ranges;
use Closure;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Plan\Plan;

/** Wants a package in a range, whether or not it was wanted before. Without one, as new as it can be. */
final readonly class SetRange extends Step
{
    public function __construct(private string $id, private string $range)
    {
    }

    public static function key(): string
    {
        return 'range';
    }

    public static function rules(): array
    {
        return ['id' => self::id(), 'range' => ['sometimes', 'nullable', 'string', 'max:'.Limits::RANGE]];
    }

    public static function of(Fields $fields): self
    {
        return new self($fields->text('id'), $fields->text('range'));
    }

    public function fields(): array
    {
        return ['id' => $this->id, 'range' => $this->range];
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        $range = (new Ranges())->usable($here->catalogue(), $this->id, $this->range);

        return fn (Plan $plan): Plan => $plan->wantingIn($this->id, $range);
    }
}
