<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use Illuminate\Foundation\Http\FormRequest;

/** Names of mods, one on each line. */
final class NamesRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['text' => ['required', 'string', 'max:60000']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.*' => 'Write at least one name, one on each line, and at most 60,000 characters.'];
    }
}
