<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use Illuminate\Foundation\Http\FormRequest;

/** A world, and what it is to be called: the name of a folder. */
final class WorldNameRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'world' => ['required', 'string', 'max:255'],
            'name' => ['bail', 'required', 'string', 'max:80', 'not_regex:/^\.|[\x00-\x1f\x7f\/\\\\:*?"<>|]|[. ]$/'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'A world is a folder: its name has at most 80 characters, none of / \ : * ? " < > |, and neither begins nor ends '.
                'with a dot.',
            'world.*' => 'It does not say which world is meant. Nothing was changed.',
        ];
    }

    public function world(): string
    {
        return (string) $this->validated('world');
    }

    public function name(): string
    {
        return trim((string) $this->validated('name'));
    }
}
