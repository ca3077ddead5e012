<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\View\Find\Basket;
use Illuminate\Foundation\Http\FormRequest;
use Stasimon\Core\Document\Limits;

/** Packages that are marked. */
final class BasketRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'ids' => ['bail', 'required', 'array', 'max:'.Basket::MOST],
            'ids.*' => ['bail', 'string', 'regex:/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['ids*' => 'At most '.Basket::MOST.' packages are looked at together.'];
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_unique(array_map(strval(...), (array) $this->validated('ids'))));
    }
}
