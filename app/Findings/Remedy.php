<?php

declare(strict_types=1);

namespace App\Findings;

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

    public function address(): string
    {
        return route($this->route, $this->parameters);
    }

    /**
     * @param  list<string>  $values
     * @return array<string, string> a list as fields of a form
     */
    public static function list(string $name, array $values): array
    {
        $fields = [];
        foreach ($values as $i => $value) {
            $fields["{$name}[{$i}]"] = $value;
        }

        return $fields;
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
