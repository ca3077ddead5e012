<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

/** One package in the place of another, or before it. */
final class PairRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'id' => self::id(),
            'target' => [...self::id(), 'different:id'],
        ];
    }
}
