<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use InvalidArgumentException;

/** An expression that does not fit what it was asked of, as a sentence. */
final class UnusableExpression extends InvalidArgumentException implements Fault
{
}
