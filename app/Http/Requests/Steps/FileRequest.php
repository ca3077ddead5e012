<?php

declare(strict_types=1);

namespace App\Http\Requests\Steps;

use Stasimon\Core\Document\Limits;

/** One file of an instance. */
final class FileRequest extends StepRequest
{
    /** @return array<string, list<mixed>> */
    protected function carries(): array
    {
        return [
            'path' => ['required', 'string', 'max:'.Limits::PATH],
        ];
    }
}
