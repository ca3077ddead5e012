<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Cleaning\Spare;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** What of an instance is to go. */
final class SpareRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['what' => ['required', Rule::enum(Spare::class)]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['what.*' => 'It does not say what is to go. Nothing was changed.'];
    }

    public function what(): Spare
    {
        return Spare::from((string) $this->validated('what'));
    }
}
