<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

use Stasimon\Core\Document\Limits;

/** In which range a package is wanted; without one, as new as it can be. */
final class RangeRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'id' => self::id(),
            'range' => ['sometimes', 'nullable', 'string', 'max:'.Limits::RANGE],
        ];
    }
}
