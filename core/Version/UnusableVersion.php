<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

use InvalidArgumentException;
use Stasimon\Core\Document\Fault;

final class UnusableVersion extends InvalidArgumentException implements Fault
{
    public static function notSemver(string $text): self
    {
        return new self("\"{$text}\" is not a version: numbers joined by dots expected, such as 1.4 or 1.4.2-beta.1.");
    }

    public static function notOsgi(string $text): self
    {
        return new self(
            "\"{$text}\" is not a version: up to three numbers joined by dots are expected, and letters, digits, _ or - after a third dot.",
        );
    }

    public static function notDate(string $text): self
    {
        return new self(
            "\"{$text}\" is not a day: one as 2011-07-04 or 4 July 2011 is expected, with a letter behind it where a day had several.",
        );
    }

    public static function unknownLabel(string $text): self
    {
        return new self("\"{$text}\" is not one of the versions of this package.");
    }

    public static function empty(): self
    {
        return new self('A version is empty.');
    }
}
