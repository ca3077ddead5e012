<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

use Stasimon\Core\Resolve\Want;

/** Something that a wish list is tried on: a game version, a loader, a runtime. */
final readonly class TriedBase
{
    /**
     * @param  list<Want>  $want  what it consists of
     * @param  list<Want>  $forbid  what may not be beside it
     */
    public function __construct(public string $name, public array $want, public array $forbid = [])
    {
    }
}
