<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Games\Taught\TaughtGames;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** A definition as it is written, with files to try it on. */
class WorkbenchRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'text' => ['nullable', 'string', 'max:'.TaughtGames::LONGEST],
            'files' => ['nullable', 'array', 'max:20'],
            'files.*' => ['file'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['text.*' => 'A definition has at most 1 MB. Nothing was kept.', 'files.*' => 'It is tried on at most 20 files at once.'];
    }

    public function text(): string
    {
        return (string) $this->validated('text');
    }

    /** @return list<UploadedFile> */
    public function uploads(): array
    {
        return array_values((array) ($this->file('files') ?? []));
    }
}
