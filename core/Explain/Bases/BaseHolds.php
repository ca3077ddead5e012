<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

use Stasimon\Core\Resolve\Selected;

/** What of a wish list a base holds. */
final readonly class BaseHolds
{
    /**
     * @param  list<int>  $kept  ascending indices into the wish list
     * @param  list<Selected>  $selection  a line-up of the base and these
     * @param  list<Lost>  $lost
     * @param  bool  $proved  whether it was shown that no set is larger, and none as large keeps an earlier want
     * @param  string  $text  why the base itself cannot be; nothing where it can
     */
    public function __construct(
        public TriedBase $base,
        public array $kept,
        public array $selection,
        public array $lost = [],
        public bool $proved = true,
        public string $text = '',
    ) {
    }

    public function outcome(int $wants): string
    {
        return match (true) {
            $this->text !== '' => 'none',
            count($this->kept) === $wants => 'all',
            default => 'some',
        };
    }
}
