<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** What is not there, where null is a value. */
enum Missing
{
    case Value;
}
