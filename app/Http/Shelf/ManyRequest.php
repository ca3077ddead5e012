<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use Illuminate\Foundation\Http\FormRequest;

/** Files of the shelf that are marked. */
final class ManyRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['files' => ['bail', 'required', 'array', 'max:400'], 'files.*' => ['bail', 'string', 'regex:/^[0-9A-Za-z]{26}$/D']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['files*' => 'Mark the files first. Nothing was changed.'];
    }

    /** @return list<string> ids */
    public function ids(): array
    {
        return array_values(array_unique(array_map(strval(...), (array) $this->validated('files'))));
    }
}
