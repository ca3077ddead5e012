<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Games\Taught\TaughtGames;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** A definition that teaches a game: a file or a text. */
final class GameRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'file' => ['required_without:text', 'nullable', 'file', 'max:'.intdiv(TaughtGames::LONGEST, 1_000)],
            'text' => ['required_without:file', 'nullable', 'string', 'max:'.TaughtGames::LONGEST],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.required_without' => 'Choose a file, or paste a definition.',
            'text.required_without' => 'Choose a file, or paste a definition.',
            'file.*' => 'A definition has at most 1 MB. Nothing was kept.',
            'text.*' => 'A definition has at most 1 MB. Nothing was kept.',
        ];
    }

    public function definition(): string
    {
        return $this->file('file') instanceof UploadedFile ? (string) $this->file('file')->get() : (string) $this->validated('text');
    }
}
