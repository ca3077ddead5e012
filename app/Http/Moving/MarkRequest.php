<?php

declare(strict_types=1);

namespace App\Http\Moving;

use App\Games\Games;
use App\Models\WishList;
use App\Models\WishLists;
use App\Refusal\Refusal;
use Illuminate\Foundation\Http\FormRequest;

/** Packages that were marked, and the wish list that they go on; none for a new one. */
final class MarkRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return [
            'list' => ['nullable', 'string', 'max:26'],
            'game' => ['nullable', 'string', 'max:64'],
            'ids' => ['required', 'array', 'max:500'],
            'ids.*' => ['string', 'max:200'],
        ];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['*' => 'Mark at least one package, and at most 500. Nothing was changed.'];
    }

    public function list(): ?WishList
    {
        $id = $this->validated('list');

        return $id === null
            ? null
            : WishLists::find((string) $id) ??
                    throw Refusal::notFound('That wish list is not here any more. Nothing was changed.');
    }

    public function game(): string
    {
        return (string) ($this->validated('game') ?? array_key_first(app(Games::class)->all()));
    }

    /** @return list<string> */
    public function ids(): array
    {
        return array_values(array_map(strval(...), (array) $this->validated('ids')));
    }
}
