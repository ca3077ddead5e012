<?php

declare(strict_types=1);

namespace App\Http\Depots;

use Illuminate\Foundation\Http\FormRequest;
use Stasimon\Core\Document\Limits;

/** What a person says of a depot. */
final class DepotRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['address' => ['sometimes', 'required', 'string', 'max:'.Limits::ADDRESS], 'moderated' => ['sometimes', 'boolean']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'address.required' => 'Give the address of the depot, as in https://depot.example/mods.',
            'address.*' => 'An address has at most '.Limits::ADDRESS.' characters.',
            'moderated.*' => 'It is moderated, or it is not.',
        ];
    }

    public function address(): string
    {
        return (string) $this->validated('address');
    }

    public function moderated(): bool
    {
        return (bool) $this->validated('moderated');
    }
}
