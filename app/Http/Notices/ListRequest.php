<?php

declare(strict_types=1);

namespace App\Http\Notices;

use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Notice\NoticeDocument;

/** A list of notices to subscribe to: where it is, or the file itself. */
final class ListRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'address' => ['bail', 'nullable', 'required_without:file', 'string', 'max:'.Limits::ADDRESS],
            'file' => ['bail', 'nullable', 'file', 'max:'.intdiv(NoticeDocument::LONGEST, 1_024)],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'address.required_without' => 'Give the address of a list, or choose its file.',
            'address.*' => 'An address of a list has at most '.Limits::ADDRESS.' characters.',
            'file.*' => 'That file did not come whole, or is larger than a list of notices may be.',
        ];
    }

    public function address(): string
    {
        return (string) $this->validated('address');
    }

    /** What is in the file; nothing where none was chosen. */
    public function content(): string
    {
        $file = $this->file('file');

        return $file instanceof UploadedFile ? (string) $file->get() : '';
    }
}
