<?php

declare(strict_types=1);

namespace App\Http\Drafts;

use App\Http\Forms\StepRequest;

/** A rule of the order: one package comes before another, which wins over it. */
final class RuleRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'first' => self::id(),
            'then' => self::id(),
            'why' => self::note(),
            'list' => ['nullable', 'string', 'max:40'],
            'back' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'first.*' => 'It does not say which package is to lose. Nothing was changed.',
            'then.*' => 'It does not say which package is to win. Nothing was changed.',
            'why.*' => 'A reason is a text of at most 1,000 characters.',
            'list.*' => 'There is no such list.',
            'back.*' => 'A rule is given, or taken back.',
        ] + parent::messages();
    }

    public function isTakenBack(): bool
    {
        return $this->boolean('back');
    }
}
