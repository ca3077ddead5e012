<?php

declare(strict_types=1);

namespace App\Http\Moving;

use App\Models\WishCell;
use App\Models\WishList;
use App\Models\WishLists;
use App\Refusal\Refusal;
use Illuminate\Foundation\Http\FormRequest;

/** A cell of a grid, where an instance is to be made, and what is to be copied into it. */
final class CellRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'version' => ['required', 'string', 'max:80'],
            'loader' => ['required', 'string', 'max:200'],
            'name' => ['required_unless:watch,1', 'nullable', 'string', 'max:80', 'not_regex:/[\x00-\x1f\x7f]/'],
            'worlds' => ['nullable', 'array', 'max:500'],
            'worlds.*' => ['string', 'max:255'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return [
            'name.*' => 'Give it a name of at most 80 characters, on one line.',
            '*' => 'Choose a cell of the grid first. Nothing was made.',
        ];
    }

    public function cell(WishList $list): WishCell
    {
        return WishLists::cell($list, (string) $this->validated('version'), (string) $this->validated('loader')) ??
            throw Refusal::conflict('That cell is being worked out anew. Nothing was made; look at it again in a moment.');
    }

    public function name(): string
    {
        return (string) $this->validated('name');
    }

    /** @return list<string> */
    public function worlds(): array
    {
        return array_values(array_map(strval(...), (array) ($this->validated('worlds') ?? [])));
    }
}
