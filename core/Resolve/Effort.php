<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** What an answer took. */
final readonly class Effort
{
    /** @param  int  $releases  of all packages that were looked at */
    public function __construct(public int $releases, public int $decisions, public int $conflicts)
    {
    }
}
