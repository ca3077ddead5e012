<?php

declare(strict_types=1);

namespace App\Http\Packs;

use App\Cage\StrangersFiles;
use App\Pictures\Scaled;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;
use Stasimon\Core\Document\Limits;

/** What an instance is called as a pack, and which of its configs go with it. */
final class PackRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        $line = 'not_regex:/[\x00-\x1f\x7f]/';

        return [
            'id' => ['required', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D'],
            'version' => ['required', 'string', 'max:'.Limits::VERSION, $line],
            'name' => ['required', 'string', 'max:80', $line],
            'summary' => ['nullable', 'string', 'max:'.Limits::SUMMARY],
            'licence' => ['nullable', 'string', 'max:'.Limits::NAME, $line],
            'notes' => ['nullable', 'string', 'max:'.Limits::NOTES],
            'configs' => ['nullable', 'array', 'max:5000'],
            'configs.*' => ['string', 'max:'.Limits::PATH],
            'passed' => ['nullable', 'array', 'max:500'],
            'passed.*' => ['string', 'max:64'],
            'worlds' => ['nullable', 'array', 'max:500'],
            'worlds.*' => ['string', 'max:255'],
            'picture' => ['nullable', 'file', 'max:'.intdiv(Scaled::LARGEST, 1_024)],
            'signed' => ['nullable', 'boolean'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'id.*' => 'Give the pack an id: lower-case letters, digits and . _ + - are allowed, a letter or digit first.',
            'version.*' => 'Give this release a version of at most '.Limits::VERSION.' characters.',
            'name.*' => 'Give it a name of at most 80 characters, on one line.',
            'summary.*' => 'A summary has at most '.Limits::SUMMARY.' characters.',
            'licence.*' => 'A licence is named on one line, of at most '.Limits::NAME.' characters.',
            'notes.*' => 'Change notes have at most '.number_format(Limits::NOTES).' characters.',
            'configs*' => 'That is no list of configs.',
            'passed*' => 'That is no list of files.',
            'worlds*' => 'That is no list of worlds.',
            'picture.*' => 'A picture did not come whole, or has more than 8 MB.',
            'signed.*' => 'It is signed, or is not.',
        ];
    }

    /** @return array{id: string, version: string, name: string, summary: string, licence: string, notes: string} */
    public function said(): array
    {
        $text = fn (string $field): string => trim((string) $this->validated($field));

        return [
            'id' => $text('id'),
            'version' => $text('version'),
            'name' => $text('name'),
            'summary' => $text('summary'),
            'licence' => $text('licence'),
            'notes' => $text('notes'),
        ];
    }

    /** @return list<string> */
    public function many(string $field): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated($field) ?? [])));
    }

    /** The picture as packs have it, where there is one. */
    public function picture(): ?string
    {
        $file = $this->file('picture');

        return $file instanceof UploadedFile
            ? app(StrangersFiles::class)->text(Scaled::class, 'The picture', (string) $file->get(), Scaled::PACK)
            : null;
    }
}
