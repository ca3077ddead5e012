<?php

declare(strict_types=1);

namespace App\Http\Instances;

use Illuminate\Foundation\Http\FormRequest;

/** Something in an instance's bin. */
final class BinnedRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return ['key' => ['bail', 'required', 'string', 'regex:/^[0-9a-f]{32}$/D']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['key.*' => 'It does not say what of the bin is meant. Nothing was changed.'];
    }

    public function key(): string
    {
        return (string) $this->validated('key');
    }
}
