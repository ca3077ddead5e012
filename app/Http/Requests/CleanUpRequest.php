<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** What is done with the store: looked at, freed of what nothing needs, or read as a whole. */
final class CleanUpRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['act' => ['required', 'in:look,free,read']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['act.*' => 'It does not say what is to be done. Nothing was changed.'];
    }

    /** @return 'look'|'free'|'read' */
    public function act(): string
    {
        return match ($this->validated('act')) {
            'free' => 'free', 'read' => 'read', default => 'look'
        };
    }
}
