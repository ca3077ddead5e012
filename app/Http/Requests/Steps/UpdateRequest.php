<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

/** Newer releases of what is named, or, where nothing is, of everything. */
final class UpdateRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'id' => ['sometimes', ...array_slice(self::id(), 2)],
            'ids' => ['sometimes', 'array', 'max:200'],
            'ids.*' => self::id(),
        ];
    }

    /** @return list<string> the one that is named, or what was marked */
    public function ids(): array
    {
        return $this->text('id') !== '' ? [$this->text('id')] : array_values(array_unique($this->validated('ids') ?? []));
    }
}
