<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use Illuminate\Foundation\Http\FormRequest;

/** Which mods are taken out of an archive that has several. */
final class TakeOutRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['parts' => ['required', 'array', 'max:200'], 'parts.*' => ['string', 'max:500']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['parts.*' => 'Nothing was marked, so nothing was taken out.', 'parts' => 'Nothing was marked, so nothing was taken out.'];
    }

    /** @return list<string> */
    public function parts(): array
    {
        return array_values(array_map(strval(...), (array) $this->validated('parts')));
    }
}
