<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use Illuminate\Foundation\Http\FormRequest;
use Stasimon\Core\Document\Limits;

/** What goes with an instance that is given away: configs, and files of one's own. */
final class CarriedRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'configs' => ['nullable', 'array', 'max:5000'],
            'configs.*' => ['string', 'max:'.Limits::PATH],
            'passed' => ['nullable', 'array', 'max:500'],
            'passed.*' => ['string', 'max:64'],
            'launching' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['configs*' => 'That is no list of configs.', 'passed*' => 'That is no list of files.'];
    }

    /** Whether it is said how the instance is launched. */
    public function saysLaunching(): bool
    {
        return $this->boolean('launching');
    }

    /** @return list<string> */
    public function many(string $field): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated($field) ?? [])));
    }
}
