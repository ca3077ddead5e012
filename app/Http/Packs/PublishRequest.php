<?php

declare(strict_types=1);

namespace App\Http\Packs;

use Illuminate\Foundation\Http\FormRequest;

/** A folder that a pack is published into. */
final class PublishRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $line = 'not_regex:/[\x00-\x1f\x7f]/';

        return ['folder' => ['required', 'string', 'max:1000', $line], 'depot' => ['nullable', 'string', 'max:60', $line]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'folder.*' => 'Name the folder that the pack is published into.',
            'depot.*' => 'The name of a depot has at most 60 characters, on one line.',
        ];
    }

    public function text(string $field): string
    {
        return trim((string) $this->validated($field));
    }
}
