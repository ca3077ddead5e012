<?php

declare(strict_types=1);

namespace App\Http\Packs;

use App\Http\Forms\StepRequest;

/** A release of a pack that an instance is to be of, and whose side is taken where both changed something. */
final class PackUpdateRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'to' => ['bail', 'required', 'string', 'max:26'],
            'said' => ['nullable', 'array', 'max:5000'],
            'said.*' => ['in:pack,mine'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'to.*' => 'It does not say which release is meant. Nothing was changed.',
            'said*' => 'Of each package, the pack\'s or yours is taken. Nothing was changed.',
        ] + parent::messages();
    }

    /** @return array<string, bool> package id => whether the pack's is taken */
    public function said(): array
    {
        $said = [];
        foreach ((array) ($this->validated('said') ?? []) as $id => $whose) {
            $said[(string) $id] = $whose === 'pack';
        }

        return $said;
    }
}
