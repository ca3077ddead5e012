<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

/** A remedy of a draft that has no line-up, by its key. */
final class RepairRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'repair' => ['required', 'string', 'size:16'],
        ];
    }
}
