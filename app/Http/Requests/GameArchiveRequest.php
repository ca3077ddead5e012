<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** The archive of a version of a game, as somebody has it who has the game. */
final class GameArchiveRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['version' => ['required', 'string', 'max:100'], 'file' => ['required', 'file', 'max:51200']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['version.*' => 'It does not say which version it is of. Nothing was kept.', 'file.required' => 'Choose the archive of the game.', 'file.*' => 'That file did not come whole, or has more than 50 MB.'];
    }

    public function version(): string
    {
        return (string) $this->validated('version');
    }

    public function archive(): string
    {
        return $this->upload()->getPathname();
    }

    public function name(): string
    {
        return mb_strimwidth(trim((string) preg_replace('/\p{C}+/u', '', mb_scrub($this->upload()->getClientOriginalName()))), 0, 80, '…') ?: 'the archive';
    }

    private function upload(): UploadedFile
    {
        $file = $this->file('file');
        assert($file instanceof UploadedFile);

        return $file;
    }
}
