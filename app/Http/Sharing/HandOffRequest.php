<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Refusal\Refusal;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** A hand-off that came: as text that was pasted, or as a file. */
final class HandOffRequest extends FormRequest
{
    /** Bytes of a file that can be a hand-off. */
    private const LARGEST = 1_000_000;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'text' => ['nullable', 'string', 'max:2000000'],
            'file' => ['nullable', 'file'],
            'instance' => ['nullable', 'string', 'max:26'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'text.*' => 'That is longer than any hand-off.',
            'file.*' => 'That file did not come through. Choose it again.',
            'instance.*' => 'That instance is not here any more.',
        ];
    }

    /** An instance that was chosen instead; nothing where something was pasted or dropped. */
    public function other(): string
    {
        return (string) $this->validated('instance');
    }

    /** The file, where it is an archive. */
    public function archive(): ?UploadedFile
    {
        $file = $this->file('file');

        return $file instanceof UploadedFile && (string) @file_get_contents($file->getPathname(), length: 2) === 'PK' ? $file : null;
    }

    /** @throws Refusal for nothing, or too much */
    public function handOff(): string
    {
        $file = $this->file('file');
        if ($file instanceof UploadedFile) {
            return $file->getSize() > self::LARGEST
                ? throw Refusal::unusable('That file is larger than any hand-off.')
                : (string) $file->get();
        }
        $text = trim((string) $this->validated('text'));

        return $text === '' ? throw Refusal::unusable('Paste a hand-off, or choose one.') : $text;
    }
}
