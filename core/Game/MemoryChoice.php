<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

final readonly class MemoryChoice
{
    public function __construct(public int $megabytes, public string $words, public bool $recommended)
    {
    }

    public function gigabytes(): string
    {
        return rtrim(rtrim(number_format($this->megabytes / 1024, 1), '0'), '.').' GB';
    }
}
