<?php

declare(strict_types=1);

namespace App\Http\Instances;

use Illuminate\Foundation\Http\FormRequest;

/** Instances that are marked, each with the revision of its draft that was seen. */
final class UpdatesRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'instances' => ['bail', 'required', 'array', 'max:200'],
            'instances.*' => ['bail', 'string', 'regex:/^[0-9A-Za-z]{26}$/D'],
            'seen' => ['nullable', 'array', 'max:200'],
            'seen.*' => ['integer', 'min:0', 'max:2000000000'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['instances*' => 'Mark the instances first. Nothing was changed.', 'seen*' => 'Load the page again. Nothing was changed.'];
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_unique(array_map(strval(...), (array) $this->validated('instances'))));
    }

    /** The revision of an instance's draft that was on the page; 0 for none. */
    public function seen(string $id): int
    {
        return (int) ($this->validated('seen')[$id] ?? 0);
    }
}
