<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Models\Instance;
use App\Models\Instances;
use App\Rehearsals\Log\DroppedLogs;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Http\UploadedFile;

/** A log from elsewhere: a file or a text, and what it is read against. */
final class LogRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'log' => ['required_without:text', 'nullable', 'file', 'max:'.intdiv(DroppedLogs::LONGEST, 1024)],
            'text' => ['required_without:log', 'nullable', 'string', 'max:2000000'],
            'instance' => ['bail', 'nullable', 'string', 'ulid', 'exists:instances,id'],
            'game' => ['nullable', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,99}$/D'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'log.required_without' => 'Choose a file, or paste the text of a log.',
            'text.required_without' => 'Choose a file, or paste the text of a log.',
            'log.*' => 'A log may have at most 50 MB. Nothing was kept; send the part around the first error.',
            'text.*' => 'A text that is pasted may have at most 2,000,000 characters. Send it as a file.',
            'instance.*' => 'That instance is not here any more.',
            'game.*' => 'That is not a game.',
        ];
    }

    public function log(): UploadedFile|string
    {
        return $this->file('log') instanceof UploadedFile ? $this->file('log') : (string) $this->validated('text');
    }

    public function game(): ?string
    {
        return $this->validated('game');
    }

    public function against(): ?Instance
    {
        return Instances::find((string) $this->validated('instance'));
    }
}
