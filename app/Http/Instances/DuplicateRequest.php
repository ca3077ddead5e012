<?php

declare(strict_types=1);

namespace App\Http\Instances;

use Illuminate\Foundation\Http\FormRequest;

/** What another instance like one is called, and which worlds it gets. */
final class DuplicateRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/'],
            'worlds' => ['nullable', 'array', 'max:200'],
            'worlds.*' => ['string', 'max:255'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'It needs a name of at most 80 characters, on one line.',
            'worlds*' => 'That is no list of worlds. Nothing was changed.',
        ];
    }

    public function name(): string
    {
        return trim((string) $this->validated('name'));
    }

    /** @return list<string> */
    public function worlds(): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated('worlds') ?? [])));
    }
}
