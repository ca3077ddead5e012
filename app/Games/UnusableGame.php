<?php

declare(strict_types=1);

namespace App\Games;

/** A definition that was taught when it could be used, and cannot any more. */
final readonly class UnusableGame
{
    /** @param  string  $problem  with line and pointer, as a sentence */
    public function __construct(public string $id, public string $document, public string $problem)
    {
    }
}
