<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use App\Http\Forms\StepRequest;

/** A list in another order: all of it, the winner first, or one entry moved by a place. */
final class OrderRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'list' => ['bail', 'required', 'string', 'max:40'],
            'move' => ['bail', 'required_without:ids', 'nullable', 'string', 'regex:/^(?:up|down) [a-z0-9][a-z0-9._+-]{0,99}$/D'],
            'ids' => ['nullable', 'array', 'max:5000'],
            'ids.*' => self::id(),
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'list.*' => 'It does not say which list is meant. Nothing was changed.',
            'move.*' => 'It does not say what is to be moved. Nothing was changed.',
        ] + parent::messages();
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated('ids') ?? [])));
    }
}
