<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use App\Http\Forms\BringsFile;
use Illuminate\Foundation\Http\FormRequest;

/** A data pack that a world is to have for itself, or that is taken from it. */
final class WorldPackRequest extends FormRequest
{
    use BringsFile;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'world' => ['required', 'string', 'max:255', 'not_regex:/[\x00]/'],
            'take' => ['nullable', 'string', 'max:255', 'not_regex:/[\x00]/'],
            'later' => ['nullable', 'string', 'max:255', 'not_regex:/[\x00]/'],
        ] + self::fileRules('take', 'later');
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'world.*' => 'It does not say which world is meant. Nothing was changed.',
            'later.*' => 'It does not say which data pack is meant. Nothing was changed.',
            'take.*' => 'It does not say which data pack is meant. Nothing was changed.',
        ] + self::fileMessages('Choose the archive of a data pack.');
    }

    public function world(): string
    {
        return (string) $this->validated('world');
    }

    /** The name of the one that is to be read later; nothing where none is. */
    public function later(): string
    {
        return (string) $this->validated('later');
    }

    /** The name of the one that is taken away; nothing where one comes. */
    public function taken(): string
    {
        return (string) $this->validated('take');
    }
}
