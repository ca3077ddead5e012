<?php

declare(strict_types=1);

namespace App\Http\Door;

use App\Models\Instance;
use App\Models\Instances;
use Illuminate\Foundation\Http\FormRequest;

/** The beginnings of what was dropped, or what was pasted. Nothing of it is kept. */
final class DoorRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'text' => ['nullable', 'string', 'max:2000000'],
            'files' => ['nullable', 'array', 'max:200'],
            'files.*.name' => ['required', 'string', 'max:1000'],
            'files.*.size' => ['required', 'integer', 'min:0'],
            'files.*.head' => ['nullable', 'string', 'max:6000'],
            'instance' => ['nullable', 'string', 'max:26'],
        ];
    }

    /** @return list<array{name: string, size: int, head: string}> head as bytes */
    public function beginnings(): array
    {
        $files = [];
        foreach ((array) $this->validated('files', []) as $file) {
            $head = base64_decode((string) ($file['head'] ?? ''), true);
            $files[] = ['name' => mb_scrub($file['name']), 'size' => (int) $file['size'], 'head' => $head === false ? '' : $head];
        }

        return $files;
    }

    /** The instance on whose page it was dropped. */
    public function here(): ?Instance
    {
        return Instances::here((string) $this->validated('instance'));
    }
}
