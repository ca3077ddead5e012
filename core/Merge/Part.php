<?php

declare(strict_types=1);

namespace Stasimon\Core\Merge;

use Stasimon\Core\Catalogue\Replacement;

/** One of the archives that are made into one: the game's own, or a mod's. */
final readonly class Part
{
    /**
     * @param  string  $id  of the package
     * @param  string  $called  what to call it in a sentence
     * @param  resource  $archive  open for reading
     * @param  string  $folder  in it that is the content; nothing for all of it
     * @param  list<Replacement>  $without  what others make obsolete of it
     */
    public function __construct(
        public string $id,
        public string $called,
        public mixed $archive,
        public string $folder = '',
        public array $without = [],
    ) {
    }
}
