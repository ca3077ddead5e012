<?php

declare(strict_types=1);

namespace App\Findings;

use App\Drafts\Steps\Step;
use App\Models\Instance;

/** A form that answers a finding: what is kept of it is the name of a route and its fields, never an address. */
final readonly class Remedy
{
    /**
     * @param  string  $effect  what it leads to, in a few words
     * @param  list<string|int>  $parameters  of the route
     * @param  array<string, string>  $fields
     */
    public function __construct(
        public string $label,
        public string $effect,
        private string $route,
        private array $parameters,
        public array $fields = [],
    ) {
    }

    /** One that is a step in the draft of an instance. */
    public static function step(string $label, Instance $instance, Step $step, string $effect = 'as a draft'): self
    {
        return new self($label, $effect, 'draft.'.$step::key(), [$instance->id], $step->fields());
    }

    public function address(): string
    {
        return route($this->route, $this->parameters);
    }

    /** @return array{label: string, effect: string, route: string, parameters: list<string|int>, fields: array<string, string>} */
    public function kept(): array
    {
        return [
            'label' => $this->label,
            'effect' => $this->effect,
            'route' => $this->route,
            'parameters' => $this->parameters,
            'fields' => $this->fields,
        ];
    }

    /** @param  array{label: string, effect: string, route: string, parameters: list<string|int>, fields: array<string, string>}  $kept */
    public static function ofKept(array $kept): self
    {
        return new self($kept['label'], $kept['effect'], $kept['route'], $kept['parameters'], $kept['fields']);
    }
}
