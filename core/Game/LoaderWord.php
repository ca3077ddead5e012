<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** A loader that a game has, and what is said of it in a few words. */
final readonly class LoaderWord
{
    public function __construct(public string $id, public string $words)
    {
    }
}
