<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/** A package that a release in the line-up suggests and that is not in it. */
final readonly class Suggestion
{
    /** @param  bool  $fits  whether it can be added without changing anything that is there */
    public function __construct(public string $id, public string $by, public bool $fits) {}
}
