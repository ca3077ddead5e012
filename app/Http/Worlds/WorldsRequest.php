<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use Illuminate\Foundation\Http\FormRequest;

/** Worlds that are marked. */
final class WorldsRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'worlds' => ['bail', 'required', 'array', 'max:500'],
            'worlds.*' => ['bail', 'string', 'max:255', 'not_regex:/[\x00]/'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['worlds*' => 'Mark the worlds first. Nothing was changed.'];
    }

    /** @return list<string> */
    public function worlds(): array
    {
        return array_values(array_unique(array_map(strval(...), (array) $this->validated('worlds'))));
    }
}
