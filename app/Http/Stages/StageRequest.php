<?php

declare(strict_types=1);

namespace App\Http\Stages;

use App\Http\Forms\StepRequest;
use Illuminate\Validation\Rule;
use Stasimon\Core\Share\StageCondition;

/** A stage that is written down. */
final class StageRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'title' => ['bail', 'required', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/'],
            'instruction' => ['nullable', 'string', 'max:20000', 'not_regex:/[\x00]/'],
            'condition' => ['required', Rule::enum(StageCondition::class)],
            'about' => ['required_if:condition,word,gone', 'nullable', 'string', 'max:200', 'not_regex:/[\x00-\x1f\x7f]/'],
            'drafted' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'title.*' => 'A stage needs a name of at most 80 characters, on one line.',
            'instruction.*' => 'An instruction has at most 20,000 characters.',
            'condition.*' => 'It does not say what has to be true before the next stage.',
            'about.*' => 'Say what has to be true: a sentence, or the id of a package.',
            'drafted.*' => 'It takes the draft, or does not.',
        ] + parent::messages();
    }

    public function condition(): StageCondition
    {
        return StageCondition::from($this->text('condition'));
    }
}
