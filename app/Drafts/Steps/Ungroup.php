<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Lets the wishes of a group stand by themselves again. */
final readonly class Ungroup extends Step
{
    public function __construct(private string $name)
    {
    }

    public static function key(): string
    {
        return 'ungroup';
    }

    public static function rules(): array
    {
        return ['group' => GroupName::RULES];
    }

    public static function of(Fields $fields): self
    {
        return new self(trim($fields->text('group')));
    }

    public function fields(): array
    {
        return ['group' => $this->name];
    }

    public function keepsAll(): bool
    {
        return true;
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->ungrouping($this->name);
    }

    public static function messages(): array
    {
        return GroupName::MESSAGES;
    }
}
