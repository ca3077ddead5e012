<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use Illuminate\Foundation\Http\FormRequest;

/** What an instance that is kept whole, or made of one, is to be called. */
final class WholeRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['name' => ['nullable', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['name.*' => 'A name is a text of at most 80 characters, on one line.'];
    }

    public function name(): string
    {
        return trim((string) ($this->validated('name') ?? ''));
    }
}
