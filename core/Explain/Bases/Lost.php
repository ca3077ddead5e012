<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

/** A want that does not come along. */
final readonly class Lost
{
    /**
     * @param  int  $want  index into the wish list
     * @param  string  $text  why, as sentences that are true by themselves
     * @param  string  $lastFor  the newest game version that it has a release for; nothing where that is not the reason
     * @param  list<int>  $with  indices of the wants that it cannot stand with; nothing where that is not the reason
     * @param  array<string, list<int>>  $instead  understudy => indices that hold with it in this one's place
     */
    public function __construct(
        public int $want,
        public string $text,
        public string $lastFor = '',
        public array $with = [],
        public array $instead = [],
    ) {
    }
}
