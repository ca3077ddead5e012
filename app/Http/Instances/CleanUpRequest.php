<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Cleaning\Cleaned;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** What is done with the store: looked at, freed of what nothing needs, or read as a whole. */
final class CleanUpRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['act' => ['required', Rule::enum(Cleaned::class)]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['act.*' => 'It does not say what is to be done. Nothing was changed.'];
    }

    public function act(): Cleaned
    {
        return Cleaned::from((string) $this->validated('act'));
    }
}
