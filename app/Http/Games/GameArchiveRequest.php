<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Http\Forms\BringsFile;
use Illuminate\Foundation\Http\FormRequest;

/** The archive of a version of a game, as somebody has it who has the game. */
final class GameArchiveRequest extends FormRequest
{
    use BringsFile;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['version' => ['required', 'string', 'max:100']] + self::fileRules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['version.*' => 'It does not say which version it is of. Nothing was kept.'] +
            self::fileMessages('Choose the archive of the game.');
    }

    public function version(): string
    {
        return (string) $this->validated('version');
    }
}
