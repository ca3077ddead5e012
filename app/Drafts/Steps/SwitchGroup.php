<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Closure;
use Stasimon\Core\Plan\Plan;

/** Turns all of a group off or on. */
final readonly class SwitchGroup extends Step
{
    public function __construct(private string $name, private bool $isOn)
    {
    }

    public static function key(): string
    {
        return 'switch';
    }

    public static function rules(): array
    {
        return ['group' => GroupName::RULES, 'on' => ['nullable', 'in:0,1']];
    }

    public static function of(Fields $fields): self
    {
        return new self(trim($fields->text('group')), $fields->text('on') === '1');
    }

    public function fields(): array
    {
        return ['group' => $this->name, 'on' => $this->isOn ? '1' : '0'];
    }

    public function change(Here $here): Closure
    {
        return fn (Plan $plan): Plan => $plan->switching($this->name, $this->isOn);
    }

    public static function messages(): array
    {
        return GroupName::MESSAGES;
    }
}
