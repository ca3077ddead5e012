<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

use Stasimon\Core\Catalogue\Replacement;

/** The files that one release of a line-up brings. */
final readonly class Bringing
{
    /**
     * @param  list<string>  $needs  packages that it needs; where both bring a file, it comes after them
     * @param  array<string, Content>  $files  by path in the instance
     * @param  list<Replacement>  $without  what others make obsolete of it
     */
    public function __construct(public string $package, public array $needs, public array $files, public array $without = [])
    {
    }

    /** @return array<string, Content> its files without those that others make obsolete */
    public function laid(): array
    {
        return array_filter($this->files, fn (string $path): bool => ! Replacement::anyCovers($this->without, $path), ARRAY_FILTER_USE_KEY);
    }
}
