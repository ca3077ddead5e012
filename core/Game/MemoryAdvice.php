<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** How much memory an instance should have, and how that comes about. A rule of thumb, not a measurement. */
final readonly class MemoryAdvice
{
    /**
     * @param  int  $least  megabytes below which it will hardly run
     * @param  int  $recommended  megabytes
     * @param  array<string, array{int, float}>  $parts  what => how many, and megabytes for each
     */
    public function __construct(public int $least, public int $recommended, private array $parts)
    {
    }

    /** "1,800 MB for the game with a loader, 44 mods at 12.5 MB, 6 libraries at 6 MB: 2,386 MB at least" */
    public function sum(): string
    {
        $words = [];
        foreach ($this->parts as $what => [$many, $each]) {
            $words[] =
                $many === 1 && $each > 500
                    ? number_format($each)." MB for {$what}"
                    : "{$many} {$what} at ".rtrim(rtrim(number_format($each, 1), '0'), '.').' MB';
        }

        return implode(', ', $words).
            ': '.
            number_format($this->least).
            ' MB at least, '.
            number_format($this->recommended).
            ' MB to be at ease';
    }

    /**
     * The smallest choice that is at ease, or the largest there is.
     *
     * @param  non-empty-list<MemoryChoice>  $choices  ascending
     */
    public function choice(array $choices): MemoryChoice
    {
        foreach ($choices as $choice) {
            if ($choice->megabytes >= $this->recommended) {
                return $choice;
            }
        }

        return $choices[count($choices) - 1];
    }
}
