<?php

declare(strict_types=1);

namespace App\Http\Configs;

use App\Http\Forms\StepRequest;
use Stasimon\Core\Document\Limits;

/** Words that others take the place of, in some configs. */
final class ReplaceRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'words' => ['bail', 'required', 'string', 'max:200'],
            'put' => ['nullable', 'string', 'max:200'],
            'exactly' => ['nullable', 'boolean'],
            'configs' => ['bail', 'required', 'array', 'max:5000'],
            'configs.*' => ['string', 'max:'.Limits::PATH],
        ];
    }

    protected function prepareForValidation(): void
    {
        foreach (['words', 'put'] as $field) {
            if (is_string($this->input($field))) {
                $this->merge([$field => mb_scrub($this->string($field)->toString())]);
            }
        }
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'words.*' => 'Say which words are to be replaced, in at most 200 characters. Nothing was changed.',
            'put.*' => 'What takes their place has at most 200 characters. Nothing was changed.',
            'exactly.*' => 'Capital letters count, or they do not.',
            'configs*' => 'Nothing was marked, so nothing was changed.',
        ] + parent::messages();
    }

    /** @return list<string> */
    public function paths(): array
    {
        return array_values(array_map(strval(...), (array) $this->validated('configs')));
    }
}
