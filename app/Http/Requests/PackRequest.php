<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Stasimon\Core\Document\Limits;

/** What an instance is called as a pack, and which of its configs go with it. */
final class PackRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $line = 'not_regex:/[\x00-\x1f\x7f]/';

        return [
            'id' => ['required', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D'], 'version' => ['required', 'string', 'max:'.Limits::VERSION, $line], 'name' => ['required', 'string', 'max:80', $line],
            'summary' => ['nullable', 'string', 'max:'.Limits::SUMMARY], 'licence' => ['nullable', 'string', 'max:'.Limits::NAME, $line], 'notes' => ['nullable', 'string', 'max:'.Limits::NOTES],
            'configs' => ['nullable', 'array', 'max:5000'], 'configs.*' => ['string', 'max:'.Limits::PATH],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'id.*' => 'Give the pack an id: lower-case letters, digits and . _ + - are allowed, a letter or digit first.', 'version.*' => 'Give this release a version of at most '.Limits::VERSION.' characters.', 'name.*' => 'Give it a name of at most 80 characters, on one line.',
            'summary.*' => 'A summary has at most '.Limits::SUMMARY.' characters.', 'licence.*' => 'A licence is named on one line, of at most '.Limits::NAME.' characters.', 'notes.*' => 'Change notes have at most '.number_format(Limits::NOTES).' characters.', 'configs*' => 'That is no list of configs.',
        ];
    }

    public function text(string $field): string
    {
        return trim((string) $this->validated($field));
    }

    /** @return list<string> */
    public function configs(): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated('configs') ?? [])));
    }
}
