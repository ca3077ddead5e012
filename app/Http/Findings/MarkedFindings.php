<?php

declare(strict_types=1);

namespace App\Http\Findings;

use App\Http\Forms\MarkedRequest;
use App\Http\Forms\Marks;
use App\Http\Forms\SeesDrafts;

/** Findings that are marked, with the drafts that were seen. */
final class MarkedFindings extends MarkedRequest
{
    use SeesDrafts;

    protected function marks(): Marks
    {
        return new Marks('findings', '/^[0-9a-f]{16}$/D', 500, 'Mark the findings first. Nothing was changed.');
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            ...parent::rules(),
            ...self::seenRules(),
            'what' => ['sometimes', 'in:finding,kind,package'],
            'days' => ['sometimes', 'in:0,7,30'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            ...parent::messages(),
            ...self::SEEN_ELSE,
            'what.*' => 'It does not say what is to be set aside. Nothing was changed.',
            'days.*' => 'It does not say for how long. Nothing was changed.',
        ];
    }

    /** What of them is set aside: each as it is, all of its kind, or all about its package. */
    public function what(): string
    {
        return (string) $this->validated('what', 'finding');
    }

    /** Days after which it is told again; 0 for never. */
    public function days(): int
    {
        return (int) $this->validated('days', '0');
    }
}
