<?php

declare(strict_types=1);

namespace App\Http\Moving;

use Illuminate\Foundation\Http\FormRequest;

/** A wish list: a name and names of packages, one on each line. */
final class WishListRequest extends FormRequest
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
            'game' => ['nullable', 'string', 'max:64'],
            'text' => ['required', 'string', 'max:60000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'Give the list a name of at most 80 characters, on one line.',
            'text.required' => 'Write at least one name, one on each line.',
            'text.*' => 'A wish list has at most 60,000 characters.',
            'game.*' => 'That is no game that is known here.',
        ];
    }

    public function text(string $field): string
    {
        return (string) $this->validated($field);
    }
}
