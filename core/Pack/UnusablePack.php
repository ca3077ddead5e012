<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use InvalidArgumentException;
use Stasimon\Core\Document\Fault;

/** A file that was meant as a pack and cannot be used as one, with a sentence that says why. */
final class UnusablePack extends InvalidArgumentException implements Fault
{
    public static function because(string $sentence): self
    {
        return new self('That pack cannot be used. '.$sentence);
    }
}
