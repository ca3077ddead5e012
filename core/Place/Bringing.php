<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

/** The files that one release of a line-up brings. */
final readonly class Bringing
{
    /**
     * @param  list<string>  $needs  packages that it needs; where both bring a file, it comes after them
     * @param  array<string, Content>  $files  by path in the instance
     */
    public function __construct(public string $package, public array $needs, public array $files)
    {
    }
}
