<?php

declare(strict_types=1);

namespace App\Http\Find;

use Illuminate\Foundation\Http\FormRequest;
use Stasimon\Core\Document\Limits;

/** A package that is suggested. */
final class SuggestionRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['id' => ['bail', 'required', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['id.*' => 'It does not say which package is meant. Nothing was changed.'];
    }

    public function package(): string
    {
        return (string) $this->validated('id');
    }
}
