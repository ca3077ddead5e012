<?php

declare(strict_types=1);

namespace App\Http\Packs;

use Illuminate\Foundation\Http\FormRequest;

/** Which registry a pack is pushed into, and what it is called there. */
final class PushRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'registry' => ['required', 'integer', 'between:1,2147483647'],
            'repository' => ['required', 'string', 'max:200'],
            'channel' => ['nullable', 'string', 'max:128'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'registry.*' => 'Choose one of the registries.',
            'repository.*' => 'Say what it is called in the registry, in at most 200 characters.',
            'channel.*' => 'A channel is one word of at most 128 characters.',
        ];
    }

    public function registry(): int
    {
        return (int) $this->validated('registry');
    }

    public function text(string $field): string
    {
        return trim((string) $this->validated($field));
    }
}
