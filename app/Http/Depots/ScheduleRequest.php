<?php

declare(strict_types=1);

namespace App\Http\Depots;

use Illuminate\Foundation\Http\FormRequest;

/** How often depots are read again by themselves. */
final class ScheduleRequest extends FormRequest
{
    public function authorize(): bool
    {
        return true;
    }

    /** @return array<string, list<string>> */
    public function rules(): array
    {
        return ['minutes' => ['required', 'integer', 'between:0,44640']];
    }

    /** @return array<string, string> */
    public function messages(): array
    {
        return ['minutes.*' => 'Say after how many minutes depots are read again, up to 44,640, or 0 for never.'];
    }

    public function minutes(): int
    {
        return (int) $this->validated('minutes');
    }
}
