<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** Where a config cannot be read, and why. */
final readonly class Wrong
{
    /**
     * @param  int  $line  from 1
     * @param  string  $why  in words that end a sentence
     */
    public function __construct(public int $line, public string $why)
    {
    }
}
