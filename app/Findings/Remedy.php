<?php

declare(strict_types=1);

namespace App\Findings;

use App\Drafts\Steps\Fields;
use App\Drafts\Steps\Step;
use App\Drafts\Steps\Steps;
use App\Models\Instance;

/** A form that answers a finding: what is kept of it is the name of a route and its fields, never an address. */
final readonly class Remedy
{
    /**
     * @param  string  $effect  what it leads to, in a few words
     * @param  list<string|int>  $parameters  of the route
     * @param  array<string, string>  $fields
     * @param  bool  $keepsAll  whether nothing that is asked for is given up for it
     */
    public function __construct(
        public string $label,
        public string $effect,
        private string $route,
        private array $parameters,
        public array $fields = [],
        public bool $keepsAll = false,
    ) {
    }

    /** One that is a step in the draft of an instance. */
    public static function step(string $label, Instance $instance, Step $step, string $effect = 'as a draft'): self
    {
        return new self($label, $effect, 'draft.'.$step::key(), [$instance->id], $step->fields(), $step->keepsAll());
    }

    /** The step that it is in a draft; null for one that is none. */
    public function asStep(): ?Step
    {
        $key = str_starts_with($this->route, 'draft.') ? substr($this->route, 6) : '';
        parse_str(http_build_query($this->fields), $sent);
        /** @var array<string, mixed> $sent */

        return isset(Steps::byKey()[$key]) ? Steps::byKey()[$key]::of(new Fields($sent)) : null;
    }

    /** Whether it is a change of a draft, so that several can be taken in one. */
    public function isOfDraft(): bool
    {
        return $this->launch() !== null || $this->asStep() !== null;
    }

    /** The launch whose log names it, by its number; null for one that no log names. */
    public function launch(): ?int
    {
        return $this->route === 'rehearsals.remedy' ? (int) ($this->parameters[1] ?? 0) : null;
    }

    public function address(): string
    {
        return route($this->route, $this->parameters);
    }

    /** @return array<string, mixed> */
    public function kept(): array
    {
        return [
            'label' => $this->label,
            'effect' => $this->effect,
            'route' => $this->route,
            'parameters' => $this->parameters,
            'fields' => $this->fields,
            'keepsAll' => $this->keepsAll,
        ];
    }

    /** @param  array<string, mixed>  $kept */
    public static function ofKept(array $kept): self
    {
        return new self($kept['label'], $kept['effect'], $kept['route'], $kept['parameters'], $kept['fields'], $kept['keepsAll'] ?? false);
    }
}
