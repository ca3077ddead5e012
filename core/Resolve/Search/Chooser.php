<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/** Says what a search tries next. */
interface Chooser
{
    /** @return array{int, string}|null  a package and the set to narrow it to; null when every clause holds */
    public function next(Trail $trail, int $conflicts): ?array;
}
