<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Cage\StrangersFiles;
use App\Pictures\Scaled;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** What one says of an instance oneself: its name, its group, a note, a colour, a picture. */
final class AboutRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'name' => ['required', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/'],
            'notes' => ['nullable', 'string', 'max:20000', 'not_regex:/[\x00]/'],
            'colour' => ['nullable', 'string', 'regex:/^#[0-9a-f]{6}$/Di'],
            'picture' => ['nullable', 'file', 'max:'.intdiv(Scaled::LARGEST, 1_024)],
            'heading' => ['nullable', 'string', 'max:40', 'not_regex:/[\x00-\x1f\x7f]/'],
            'plain' => ['nullable', 'boolean'],
            'coloured' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'It needs a name of at most 80 characters, on one line.',
            'notes.*' => 'Notes have at most 20,000 characters.',
            'colour.*' => 'That is no colour. Nothing was changed.',
            'picture.*' => 'A picture did not come whole, or has more than 8 MB.',
            'heading.*' => 'A group is called by at most 40 characters, on one line.',
            'plain.*' => 'It has a picture, or has none.',
            'coloured.*' => 'It has a colour, or has none.',
        ];
    }

    public function name(): string
    {
        return trim((string) $this->validated('name'));
    }

    public function notes(): ?string
    {
        $notes = trim((string) $this->validated('notes'));

        return $notes === '' ? null : $notes;
    }

    /** A field for a colour always has one, so a box says whether it counts. */
    public function colour(): ?string
    {
        return $this->boolean('coloured') ? $this->validated('colour') : null;
    }

    public function heading(): ?string
    {
        return trim((string) $this->validated('heading')) ?: null;
    }

    public function picture(): ?string
    {
        $file = $this->file('picture');

        return $file instanceof UploadedFile
            ? app(StrangersFiles::class)->text(Scaled::class, 'The picture', (string) $file->get(), Scaled::PACK)
            : null;
    }
}
