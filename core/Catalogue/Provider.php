<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

/** A release of one package that stands for another id. */
final readonly class Provider
{
    public function __construct(public string $package, public int $position, public string $version)
    {
    }
}
