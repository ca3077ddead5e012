<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use Illuminate\Foundation\Http\FormRequest;

/** A world, and perhaps an instance that it goes to. */
final class WorldRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['world' => ['required', 'string', 'max:255', 'not_regex:/[\x00]/'], 'to' => ['nullable', 'string', 'max:26']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'world.*' => 'It does not say which world is meant. Nothing was changed.',
            'to.*' => 'That instance is not here any more. Nothing was changed.',
        ];
    }

    public function world(): string
    {
        return (string) $this->validated('world');
    }

    public function to(): string
    {
        return (string) $this->validated('to');
    }
}
