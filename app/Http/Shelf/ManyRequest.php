<?php

declare(strict_types=1);

namespace App\Http\Shelf;

use App\Http\Forms\MarkedRequest;
use App\Http\Forms\Marks;

/** Files of the shelf that are marked. */
final class ManyRequest extends MarkedRequest
{
    protected function marks(): Marks
    {
        return new Marks('files', self::ULID, 400, 'Mark the files first. Nothing was changed.');
    }
}
