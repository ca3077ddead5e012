<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

use InvalidArgumentException;
use Stasimon\Core\Document\Fault;

final class UnusableRange extends InvalidArgumentException implements Fault
{
    /** Whether it is a range, but of versions that the package it names does not have. */
    public bool $isOfUnknownVersion = false;

    /** @param  int  $offset  in bytes from the start of the text, from 0; shown from 1 */
    public static function at(string $text, int $offset, string $expected): self
    {
        return new self(sprintf('"%s" is not a range: %s expected at character %d.', $text, $expected, $offset + 1));
    }

    public static function unknownLabel(string $text, string $label, int $offset): self
    {
        $failure = new self(
            sprintf(
                '"%s" is not a usable range: "%s" at character %d is not one of the versions of the package it names.',
                $text,
                $label,
                $offset + 1,
            ),
        );
        $failure->isOfUnknownVersion = true;

        return $failure;
    }
}
