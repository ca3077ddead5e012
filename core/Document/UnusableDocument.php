<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use InvalidArgumentException;

/** A document that cannot be used, with the place in it as a JSON Pointer (RFC 6901). */
final class UnusableDocument extends InvalidArgumentException implements Fault
{
    private function __construct(public readonly string $pointer, public readonly string $reason)
    {
        parent::__construct(($pointer === '' ? 'the document' : $pointer).': '.$reason);
    }

    public static function at(string $pointer, string $reason): self
    {
        return new self($pointer, $reason);
    }
}
