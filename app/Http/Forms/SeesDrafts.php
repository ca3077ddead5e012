<?php

declare(strict_types=1);

namespace App\Http\Forms;

use Illuminate\Foundation\Http\FormRequest;

/**
 * A form that says of several instances which revision of its draft was on the page.
 *
 * @mixin FormRequest
 */
trait SeesDrafts
{
    private const SEEN_ELSE = ['seen*' => 'Load the page again. Nothing was changed.'];

    /** @return array<string, list<string>> */
    private static function seenRules(): array
    {
        return ['seen' => ['nullable', 'array', 'max:500'], 'seen.*' => ['integer', 'min:0', 'max:2000000000']];
    }

    /** The revision of an instance's draft that was on the page; 0 for none. */
    public function seen(string $id): int
    {
        return (int) ($this->validated('seen')[$id] ?? 0);
    }
}
