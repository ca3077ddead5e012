<?php

declare(strict_types=1);

namespace App\Http\Sharing;

use App\Http\Forms\BringsFile;
use Illuminate\Foundation\Http\FormRequest;

/** The archive of an instance that was kept whole. */
final class WholeFileRequest extends FormRequest
{
    use BringsFile {
        name as fileName;
    }

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return self::fileRules() + ['called' => ['nullable', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return self::fileMessages('Choose the archive of an instance that was kept whole.') + [
            'called.*' => 'A name is a text of at most 80 characters, on one line.',
        ];
    }

    /** What the instance is to be called: as the person says, or as the file is. */
    public function name(): string
    {
        $called = trim((string) ($this->validated('called') ?? ''));

        return $called !== '' ? $called : ((string) preg_replace('/\.(?:whole\.)?zip$/i', '', $this->fileName()) ?: 'Kept whole');
    }
}
