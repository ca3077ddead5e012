<?php

declare(strict_types=1);

namespace App\Http\Forms;

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
