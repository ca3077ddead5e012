<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use App\Shelf\Uploads;
use Illuminate\Foundation\Http\FormRequest;

/** A file that is announced, and comes in slices. */
final class IncomingRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['name' => ['required', 'string', 'max:1000'], 'size' => ['required', 'integer', 'between:1,'.Uploads::LONGEST]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'The file has no name that can be used. Nothing was kept.',
            'size.*' => 'A file has at least one byte and at most 2 GB. Nothing was kept.',
        ];
    }
}
