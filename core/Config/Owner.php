<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** Whose a config is, and how that is known. */
final readonly class Owner
{
    /** @param  bool  $isHere  whether the package is in the line-up */
    public function __construct(public string $id, public string $title, public string $how, public bool $isHere)
    {
    }
}
