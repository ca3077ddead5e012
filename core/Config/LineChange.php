<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** Lines of a text that became other ones. */
final readonly class LineChange
{
    /**
     * @param  int  $at  index of the first line that is replaced
     * @param  int  $lines  how many are
     * @param  int  $by  index of the first line in their place, in the other text
     * @param  int  $byLines  how many there are
     */
    public function __construct(public int $at, public int $lines, public int $by, public int $byLines)
    {
    }
}
