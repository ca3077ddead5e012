<?php

declare(strict_types=1);

namespace App\Refusal;

use RuntimeException;

/** Something asked for that cannot be done: a sentence for the page, and the HTTP status that fits it. */
final class Refusal extends RuntimeException implements Sentence
{
    private function __construct(string $sentence, public readonly int $status)
    {
        parent::__construct($sentence);
    }

    public static function notFound(string $sentence): self
    {
        return new self($sentence, 404);
    }

    public static function conflict(string $sentence): self
    {
        return new self($sentence, 409);
    }

    public static function tooLarge(string $sentence): self
    {
        return new self($sentence, 413);
    }

    public static function busy(string $sentence): self
    {
        return new self($sentence, 503);
    }

    public static function unusable(string $sentence): self
    {
        return new self($sentence, 422);
    }
}
