<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

/** A step about one package or several. */
final class PackagesRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'id' => ['required_without:ids', ...array_slice(self::id(), 2)],
            'ids' => ['required_without:id', 'array', 'min:1', 'max:200'],
            'ids.*' => self::id(),
        ];
    }

    /** @return list<string> the one that is named, or what was marked */
    public function ids(): array
    {
        return $this->text('id') !== '' ? [$this->text('id')] : array_values(array_unique($this->validated('ids') ?? []));
    }
}
