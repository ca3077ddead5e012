<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** A data pack that a world is to have for itself, or that is taken from it. */
final class WorldPackRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['world' => ['required', 'string', 'max:255', 'not_regex:/[\x00]/'], 'take' => ['nullable', 'string', 'max:255', 'not_regex:/[\x00]/'], 'file' => ['required_without:take', 'file', 'max:51200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['world.*' => 'It does not say which world is meant. Nothing was changed.', 'take.*' => 'It does not say which data pack is meant. Nothing was changed.', 'file.required_without' => 'Choose the archive of a data pack.', 'file.*' => 'That file did not come whole, or has more than 50 MB.'];
    }

    public function world(): string
    {
        return (string) $this->validated('world');
    }

    /** The name of the one that is taken away; nothing where one comes. */
    public function taken(): string
    {
        return (string) $this->validated('take');
    }

    public function archive(): UploadedFile
    {
        $file = $this->file('file');
        assert($file instanceof UploadedFile);

        return $file;
    }
}
