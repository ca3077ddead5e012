<?php

declare(strict_types=1);

namespace App\Http\Packs;

use App\Http\Forms\StepRequest;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Pack\Sides;

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
            'others' => ['nullable', 'array', 'max:5000'],
            'others.*' => ['string', 'max:1000'],
            'configs' => ['nullable', 'array', 'max:5000'],
            'configs.*' => ['string', 'max:'.Limits::PATH],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'to.*' => 'It does not say which release is meant. Nothing was changed.',
            'others*' => 'Of what both changed, the pack\'s or yours is taken. Nothing was changed.',
            'configs*' => 'Of each config, the pack\'s or yours is taken. Nothing was changed.',
            'said*' => 'Of each package, the pack\'s or yours is taken. Nothing was changed.',
        ] + parent::messages();
    }

    public function sides(): Sides
    {
        $many = fn (string $field): array => array_values(array_map(strval(...), (array) ($this->validated($field) ?? [])));

        return new Sides($this->said(), $many('others'), $many('configs'));
    }

    /** @return array<string, bool> package id => whether the pack's is taken */
    private function said(): array
    {
        $said = [];
        foreach ((array) ($this->validated('said') ?? []) as $id => $whose) {
            $said[(string) $id] = $whose === 'pack';
        }

        return $said;
    }
}
