<?php

declare(strict_types=1);

namespace App\Http\Games;

use App\Http\Forms\StepRequest;

/** That a package was at fault in one of the failures that a page tells of. */
final class LessonRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return ['id' => self::id(), 'finding' => ['required', 'integer', 'between:0,'.self::MOST]];
    }
}
