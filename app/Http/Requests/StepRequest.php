<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;

/** One step in a draft: what it may carry, in one place. */
final class StepRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $id = 'regex:/^[a-z0-9][a-z0-9._+-]{0,99}$/D';

        return [
            'ids' => ['sometimes', 'array', 'max:200'],
            'ids.*' => ['string', $id],
            'id' => ['sometimes', 'string', $id],
            'target' => ['sometimes', 'string', $id],
            'relation' => ['sometimes', 'in:needs,breaks'],
            'range' => ['sometimes', 'nullable', 'string', 'max:200'],
            'build' => ['sometimes', 'string', 'max:80'],
            'runtime' => ['sometimes', 'string', 'max:80'],
            'memory' => ['sometimes', 'integer', 'between:512,65536'],
            'repair' => ['sometimes', 'string', 'size:16'],
            'remedy' => ['sometimes', 'string', 'size:16'],
            'seen' => ['sometimes', 'integer', 'min:0'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'ids.*' => 'That is not a package.', 'id.*' => 'That is not a package.', 'target.*' => 'That is not a package.',
            'memory.*' => 'Memory is a whole number of megabytes between 512 and 65,536.',
            'range.max' => 'A range has at most 200 characters.',
        ];
    }

    public function seen(): ?int
    {
        $seen = $this->validated('seen');

        return $seen === null ? null : (int) $seen;
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_unique($this->validated('ids') ?? []));
    }

    public function text(string $field): string
    {
        return (string) ($this->validated($field) ?? '');
    }
}
