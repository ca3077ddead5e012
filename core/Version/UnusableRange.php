<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

use InvalidArgumentException;

final class UnusableRange extends InvalidArgumentException
{
    /** @param  int  $offset  in bytes from the start of the text, from 0; shown from 1 */
    public static function at(string $text, int $offset, string $expected): self
    {
        return new self(sprintf('"%s" is not a range: %s expected at character %d.', $text, $expected, $offset + 1));
    }

    public static function unknownLabel(string $text, string $label, int $offset): self
    {
        return new self(sprintf('"%s" is not a usable range: "%s" at character %d is not one of the versions of the package it names.', $text, $label, $offset + 1));
    }
}
