<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use RuntimeException;

/** The deadline was reached before there was an answer. */
final class Stopped extends RuntimeException
{
}
