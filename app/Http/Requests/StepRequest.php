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
            'remedy' => ['sometimes', 'string', 'max:300'],
            'step' => ['sometimes', 'string', 'max:1100'],
            'version' => ['sometimes', 'string', 'max:80'],
            'note' => ['sometimes', 'nullable', 'string', 'max:500'],
            'path' => ['sometimes', 'string', 'max:1000'],
            'point' => ['sometimes', 'integer', 'min:1'],
            'own' => ['sometimes', 'boolean'],
            'seen' => ['sometimes', 'integer', 'min:0'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'ids.array' => 'That is not a list of packages.', 'ids.*.*' => 'That is not a package.', 'id.*' => 'That is not a package.', 'target.*' => 'That is not a package.',
            'memory.*' => 'Memory is a whole number of megabytes between 512 and 65,536.',
            'note.max' => 'A note has at most 500 characters.', 'version.*' => 'That is not a version.', 'ids.max' => 'At most 200 packages can be marked at once.',
            'range.max' => 'A range has at most 200 characters.',
        ];
    }

    public function seen(): ?int
    {
        $seen = $this->validated('seen');

        return $seen === null ? null : (int) $seen;
    }

    /** @return list<string> the one that is named, or what was marked */
    public function ids(): array
    {
        return $this->text('id') !== '' ? [$this->text('id')] : array_values(array_unique($this->validated('ids') ?? []));
    }

    public function number(string $field): int
    {
        return (int) $this->validated($field);
    }

    public function text(string $field): string
    {
        return (string) ($this->validated($field) ?? '');
    }
}
