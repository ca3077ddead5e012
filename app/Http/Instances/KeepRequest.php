<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Http\Forms\StepRequest;
use Stasimon\Core\Document\Limits;

/** Files that are to stay as somebody has made them: one, or all of a package. */
final class KeepRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'path' => ['required_without:id', 'string', 'max:'.Limits::PATH],
            'id' => ['required_without:path', ...array_slice(self::id(), 2)],
        ];
    }
}
