<?php

declare(strict_types=1);

namespace App\Http\Access;

use App\Access\OpeningKind;
use App\Http\Forms\NamesFolder;
use Illuminate\Foundation\Http\FormRequest;
use Illuminate\Validation\Rule;

/** A folder or a host that a person opens on purpose. */
final class OpenRequest extends FormRequest
{
    use NamesFolder;

    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<mixed>> */
    public function rules(): array
    {
        return [
            'kind' => ['required', Rule::enum(OpeningKind::class)],
            'what' => ['required', 'string', 'max:1000'],
            'open' => ['required', 'in:1,24,good'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['what.*' => 'Say what may be read: a folder by its whole path, or a host with its port.', 'open.*' => 'Say for how long.'];
    }

    public function kind(): OpeningKind
    {
        return OpeningKind::from((string) $this->validated('kind'));
    }

    public function for(): ?int
    {
        return self::hours((string) $this->validated('open'));
    }
}
