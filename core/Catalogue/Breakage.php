<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** What a release cannot stand beside, and why if its author says so. */
final readonly class Breakage
{
    public function __construct(public Target $target, public string $why = '')
    {
    }
}
