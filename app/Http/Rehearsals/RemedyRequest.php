<?php

declare(strict_types=1);

namespace App\Http\Rehearsals;

use App\Http\Forms\StepRequest;

/** A remedy of a failed launch, by its key. */
final class RemedyRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'remedy' => ['required', 'string', 'max:300'],
        ];
    }
}
