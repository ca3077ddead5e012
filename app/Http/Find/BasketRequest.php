<?php

declare(strict_types=1);

namespace App\Http\Find;

use App\Http\Forms\MarkedRequest;
use App\Http\Forms\Marks;
use App\View\Find\Basket;
use Stasimon\Core\Document\Limits;

/** Packages that are marked. */
final class BasketRequest extends MarkedRequest
{
    protected function marks(): Marks
    {
        return new Marks(
            'ids',
            '/^[a-z0-9][a-z0-9._+-]{0,'.(Limits::ID - 1).'}$/D',
            Basket::MOST,
            'At most '.Basket::MOST.' packages are looked at together.',
        );
    }
}
