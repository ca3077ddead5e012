<?php

declare(strict_types=1);

namespace App\Http\Imports;

use App\Http\Forms\NamesFolder;
use App\Shelf\Shelf;
use App\Shelf\ShelfFile;
use Illuminate\Foundation\Http\FormRequest;

/** A folder to read: a path, or an archive of it on the shelf. */
final class ImportRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    use NamesFolder;

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            ...self::folderRules(false),
            'is' => ['sometimes', 'nullable', 'string', 'max:200'],
            'path' => ['required_without:file', 'nullable', 'string', 'max:1000'],
            'file' => ['required_without:path', 'nullable', 'string', 'ulid', 'exists:shelf_files,id'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['path.*' => 'Say which folder is meant, by its whole path.', 'file.*' => 'That file is not on your shelf any more.'];
    }

    /** @return array{string, string} game and version, where a person says which; else nothing */
    public function game(): array
    {
        [$game, $version] = [...explode(' ', (string) $this->validated('is'), 2), ''];

        return [$game, $version];
    }

    public function archive(): ?ShelfFile
    {
        return Shelf::whole((string) $this->validated('file'));
    }
}
