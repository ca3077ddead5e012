<?php

declare(strict_types=1);

namespace App\Http\Findings;

use App\Http\Forms\MarkedRequest;
use App\Http\Forms\Marks;

/** What was set aside and is to be told again. */
final class HeedRequest extends MarkedRequest
{
    protected function marks(): Marks
    {
        return new Marks('asides', '/^[0-9]{1,15}$/D', 500, 'It does not say what is to be told again. Nothing was changed.');
    }
}
