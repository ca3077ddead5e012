<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use InvalidArgumentException;
use Stasimon\Core\Document\Fault;

/** A text or file that was meant as a hand-off and cannot be used as one, with a sentence that says why. */
final class UnusableHandOff extends InvalidArgumentException implements Fault
{
    public static function because(string $sentence): self
    {
        return new self($sentence);
    }
}
