<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Http\Forms\NamesFolder;
use Illuminate\Foundation\Http\FormRequest;

/** The folder in which a game is, and which version it is where nothing in it says so. */
final class InstallRequest extends FormRequest
{
    use NamesFolder;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [...self::folderRules(), 'version' => ['sometimes', 'nullable', 'string', 'max:80']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'path.*' => 'Say where the game is, by the whole path of its folder.',
            'open.*' => 'Say for how long the folder may be read.',
            'version.*' => 'That is no version.',
        ];
    }

    public function version(): string
    {
        return (string) $this->validated('version');
    }
}
