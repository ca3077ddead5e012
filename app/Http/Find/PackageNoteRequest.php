<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\Http\Forms\StepRequest;

/** A note of one's own; an empty one takes it away. */
final class PackageNoteRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'note' => self::note(),
        ];
    }
}
