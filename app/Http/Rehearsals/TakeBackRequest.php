<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Http\Forms\StepRequest;

/** A change since the last clean launch, by its key. */
final class TakeBackRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'step' => ['required', 'string', 'max:1100'],
        ];
    }
}
