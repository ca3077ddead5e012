<?php

declare(strict_types=1);

namespace App\Http\Instances;

use App\Http\Forms\StepRequest;
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
