<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** The archive of a world. */
final class WorldFileRequest extends FormRequest
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
        return ['file.required' => 'Choose the archive of a world.', 'file.*' => 'That file did not come whole, or has more than 50 MB. A larger world can be unpacked into the folder of worlds by hand.'];
    }

    public function archive(): string
    {
        return $this->upload()->getPathname();
    }

    public function name(): string
    {
        return mb_strimwidth(trim((string) preg_replace('/\p{C}+/u', '', mb_scrub($this->upload()->getClientOriginalName()))), 0, 80, '…') ?: 'world.zip';
    }

    private function upload(): UploadedFile
    {
        $file = $this->file('file');
        assert($file instanceof UploadedFile);

        return $file;
    }
}
