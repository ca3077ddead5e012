<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

/** A step that needs nothing but to be taken. */
final class PlainRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
        ];
    }
}
