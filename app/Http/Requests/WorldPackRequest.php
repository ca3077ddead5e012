<?php

declare(strict_types=1);

namespace App\Http\Requests;

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
        return ['world' => ['required', 'string', 'max:255', 'not_regex:/[\x00]/'], 'take' => ['nullable', 'string', 'max:255', 'not_regex:/[\x00]/'], 'move' => ['nullable', 'string', 'max:255', 'regex:/^(?:sooner|later) .+$/Du']] + self::fileRules('take', 'move');
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['world.*' => 'It does not say which world is meant. Nothing was changed.', 'move.*' => 'It does not say which data pack is to be moved, and where to. Nothing was changed.', 'take.*' => 'It does not say which data pack is meant. Nothing was changed.'] + self::fileMessages('Choose the archive of a data pack.');
    }

    public function world(): string
    {
        return (string) $this->validated('world');
    }

    /** @return array{string, bool}|null the one that is moved, and whether it is to be read later; null where none is */
    public function moved(): ?array
    {
        [$way, $file] = [...explode(' ', (string) $this->validated('move'), 2), ''];

        return $file === '' ? null : [$file, $way === 'later'];
    }

    /** The name of the one that is taken away; nothing where one comes. */
    public function taken(): string
    {
        return (string) $this->validated('take');
    }
}
