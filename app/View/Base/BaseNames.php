<?php

declare(strict_types=1);

namespace App\View\Base;

/** The parts of a base as they are called; nothing for a loader or a runtime that the game does without. */
final readonly class BaseNames
{
    public function __construct(public string $game, public string $loader, public string $runtime, public string $gigabytes)
    {
    }
}
