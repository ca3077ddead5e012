<?php

declare(strict_types=1);

namespace App\Http\Configs;

use App\Configs\WrittenConfig;
use App\Http\Forms\StepRequest;
use Stasimon\Core\Document\Limits;

/** One config: what is to be in it, or what of it is taken back. */
final class ConfigRequest extends StepRequest
{
    private const LARGEST = 1_000_000;

    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'path' => ['bail', 'required', 'string', 'max:'.Limits::PATH],
            'body' => ['nullable', 'string', 'max:'.self::LARGEST],
            'with' => ['nullable', 'string', 'max:60'],
            'place' => ['nullable', 'integer', 'between:0,'.self::MOST],
            'sha256' => ['nullable', 'string', 'max:64'],
            'utf8' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'path.*' => 'It does not say which config is meant. Nothing was changed.',
            'body.*' => 'A config is a text of at most 1 MB. Nothing was changed.',
            'with.*' => 'It does not say what it was to be like. Nothing was changed.',
            'place.*' => 'It does not say what is to be taken back. Nothing was changed.',
            'sha256.*' => 'It does not say what was looked at. Nothing was changed.',
            'utf8.*' => 'It is written in UTF-8 from now on, or as it was.',
        ] + parent::messages();
    }

    /** The bytes that it comes to. */
    public function content(string $was): string
    {
        return WrittenConfig::of($this->text('path'), $was, (string) ($this->validated('body') ?? ''), $this->boolean('utf8'));
    }

    public function place(): ?int
    {
        $place = $this->validated('place');

        return $place === null ? null : (int) $place;
    }
}
