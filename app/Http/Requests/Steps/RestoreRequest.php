<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

/** An entry of the history to go back to before it. */
final class RestoreRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'point' => ['required', 'integer', 'min:1'],
            'own' => ['sometimes', 'boolean'],
        ];
    }

    public function point(): int
    {
        return (int) $this->validated('point');
    }

    /** Whether configs and worlds go back as well. */
    public function own(): bool
    {
        return (bool) $this->validated('own');
    }
}
