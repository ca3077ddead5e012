<?php

declare(strict_types=1);

namespace App\Configs;

/** A line of a config that has the words in it that were looked for. */
final readonly class FoundLine
{
    /** @param  string|null  $becomes  what the line would be, where something is put in their place */
    public function __construct(public string $path, public int $line, public string $text, public ?string $becomes)
    {
    }
}
