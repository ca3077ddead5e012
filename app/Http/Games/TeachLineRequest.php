<?php

declare(strict_types=1);

namespace App\Http\Games;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;
use Stasimon\Core\Game\Failure;
use Stasimon\Core\Game\MarkedLine;

/** A line of a log with what is marked in it, and what it means. */
final class TeachLineRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'message' => ['required', 'string', 'max:500'],
            'kind' => ['required', Rule::enum(Failure::class)],
            'marks' => ['present', 'array', 'max:8'],
            'marks.*.group' => ['required', Rule::in(MarkedLine::groups())],
            'marks.*.text' => ['required', 'string', 'max:500'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['kind.*' => 'Say what the line means.', 'marks.*' => 'What is marked is no part of that line.'];
    }

    /** @return list<array{group: string, text: string}> from left to right */
    public function marks(): array
    {
        $message = (string) $this->validated('message');
        $marks = array_values((array) $this->validated('marks'));
        usort($marks, fn (array $a, array $b): int => (int) strpos($message, $a['text']) <=> (int) strpos($message, $b['text']));

        return $marks;
    }
}
