<?php

declare(strict_types=1);

namespace App\Drafts\Steps;

use Stasimon\Core\Catalogue\Relation;

/** What a form sent for a step, after its rules were found kept. */
final readonly class Fields
{
    /** @param  array<string, mixed>  $validated */
    public function __construct(private array $validated)
    {
    }

    public function text(string $field): string
    {
        $value = $this->validated[$field] ?? null;

        return is_string($value) ? $value : '';
    }

    /** @return list<string> the package that is named, or those that were marked */
    public function ids(): array
    {
        $marked = $this->validated['ids'] ?? [];
        $ids = $this->text('id') !== '' ? [$this->text('id')] : (is_array($marked) ? $marked : []);

        return array_values(array_unique(array_map(strval(...), $ids)));
    }

    public function number(string $field): ?int
    {
        $value = $this->validated[$field] ?? null;

        return is_numeric($value) ? (int) $value : null;
    }

    public function isSet(string $field): bool
    {
        return (bool) ($this->validated[$field] ?? false);
    }

    public function relation(): Relation
    {
        return Relation::from($this->text('relation'));
    }
}
