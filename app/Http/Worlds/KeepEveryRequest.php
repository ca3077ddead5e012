<?php

declare(strict_types=1);

namespace App\Http\Worlds;

use App\Worlds\KeptByTheClock;
use Illuminate\Foundation\Http\FormRequest;

/** How often changed worlds are kept by themselves. */
final class KeepEveryRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['hours' => ['required', 'in:'.implode(',', KeptByTheClock::HOURS)]];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['hours.*' => 'Choose how often worlds are kept. Nothing was changed.'];
    }

    public function hours(): int
    {
        return (int) $this->validated('hours');
    }
}
