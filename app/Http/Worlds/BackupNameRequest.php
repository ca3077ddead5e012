<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use Illuminate\Foundation\Http\FormRequest;

/** What a backup is to be called; nothing takes the name away. */
final class BackupNameRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['name' => ['nullable', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name.*' => 'A name has at most 80 characters, on one line.'];
    }

    public function name(): string
    {
        return trim((string) $this->validated('name'));
    }
}
