<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Order;

enum Strength: string
{
    /** Without it there is no order. */
    case Must = 'must';
    /** It is given up where it would make a circle. */
    case Should = 'should';
}
