<?php

declare(strict_types=1);

namespace App\Http\Packs;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** A pack that came as a file. */
final class PackFileRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['file' => ['required', 'file', 'max:51200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'file.required' => 'Choose the file of a pack.',
            'file.*' => 'That file did not come whole, or has more than 50 MB, which no pack has: what it consists of is named in it, and '.
                'not in it.',
        ];
    }

    public function pack(): UploadedFile
    {
        $file = $this->file('file');
        assert($file instanceof UploadedFile);

        return $file;
    }
}
