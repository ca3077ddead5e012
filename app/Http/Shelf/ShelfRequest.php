<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use App\Models\Instance;
use App\Models\Instances;
use App\Shelf\Uploads;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** Files that a person brings: several through a form, or one that is announced and comes in slices. */
final class ShelfRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'files' => ['required_without:name', 'array', 'max:200'],
            'files.*' => ['file', 'min:0'],
            'name' => ['required_without:files', 'nullable', 'string', 'max:1000'],
            'size' => ['required_with:name', 'nullable', 'integer', 'between:1,'.Uploads::LONGEST],
            'instance' => ['bail', 'nullable', 'string', 'ulid', 'exists:instances,id'],
            'game' => ['nullable', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,63}$/D'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'files.required_without' => 'Choose one file or more.',
            'files.max' => 'At most 200 files can be dropped at once. Nothing was kept.',
            'files.*' => 'A file did not come whole. Nothing was kept; files of more than 50 MB have to be dropped on the page.',
            'files.*.*' => 'A file did not come whole. Nothing was kept; files of more than 50 MB have to be dropped on the page.',
            'name.*' => 'The file has no name that can be used. Nothing was kept.',
            'size.*' => 'A file has at least one byte and at most 2 GB. Nothing was kept.',
            'instance.*' => 'That instance is not here any more.',
            'game.*' => 'That is not a game.',
        ];
    }

    /** @return list<UploadedFile> */
    public function uploads(): array
    {
        return array_values(array_filter((array) $this->file('files'), fn (mixed $file): bool => $file instanceof UploadedFile));
    }

    public function against(): ?Instance
    {
        return Instances::find((string) $this->validated('instance'));
    }
}
