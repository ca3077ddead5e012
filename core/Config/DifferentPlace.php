<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** One place in which two texts differ: the value of a key, or lines. */
final readonly class DifferentPlace
{
    /**
     * @param  int  $line  the first in the text as it is now, from 1
     * @param  list<string>  $key  names from the outermost to the one whose value it is; none where it is of lines
     * @param  list<string>  $was  lines without their ends
     * @param  list<string>  $now
     */
    public function __construct(public int $line, public array $key, public array $was, public array $now)
    {
    }

    /** What a person calls it: its key, or its line. */
    public function name(): string
    {
        return $this->key === [] ? "line {$this->line}" : implode(' › ', $this->key);
    }
}
