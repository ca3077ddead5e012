<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

use Stasimon\Core\Config\LineEnds;
use Stasimon\Core\Document\Limits;

/** One config: what is to be in it, or what of it is taken back. */
final class ConfigRequest extends StepRequest
{
    private const LARGEST = 1_000_000;

    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'path' => ['bail', 'required', 'string', 'max:'.Limits::PATH], 'body' => ['nullable', 'string', 'max:'.self::LARGEST], 'with' => ['nullable', 'string', 'max:60'],
            'place' => ['nullable', 'integer', 'between:0,'.self::MOST], 'sha256' => ['nullable', 'string', 'max:64'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['path.*' => 'It does not say which config is meant. Nothing was changed.', 'body.*' => 'A config is a text of at most 1 MB. Nothing was changed.', 'with.*' => 'It does not say what it was to be like. Nothing was changed.', 'place.*' => 'It does not say what is to be taken back. Nothing was changed.', 'sha256.*' => 'It does not say what was looked at. Nothing was changed.'] + parent::messages();
    }

    /** The text, each line ended as it was, or as those around it. */
    public function content(string $was = ''): string
    {
        return LineEnds::kept($was, (string) ($this->validated('body') ?? ''));
    }

    public function place(): ?int
    {
        $place = $this->validated('place');

        return $place === null ? null : (int) $place;
    }
}
