<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Http\Forms\NamesFolder;
use Illuminate\Foundation\Http\FormRequest;

/** The folder of a game that is to be taught. */
final class GuessRequest extends FormRequest
{
    use NamesFolder;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return self::folderRules();
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'path.*' => 'Say where the game is, by the whole path of its folder.',
            'open.*' => 'Say for how long the folder may be read.',
        ];
    }
}
