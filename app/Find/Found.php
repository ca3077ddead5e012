<?php

declare(strict_types=1);

namespace App\Find;

use App\Depots\PackageRow;
use Illuminate\Support\Collection;
use Stasimon\Core\Explain\Verdict;

/** A window of what a search found. */
final readonly class Found
{
    /**
     * @param  Collection<int, PackageRow>  $packages
     * @param  array<string, Verdict>  $verdicts  by package id
     * @param  int|null  $next  where the next window begins; null when there is no more
     * @param  int  $total  how many there are, up to Searching::COUNTED
     * @param  int  $looked  how many were looked at for their verdicts, where only some verdicts are asked for
     * @param  bool  $near  whether they are only spelled nearly like the words
     */
    public function __construct(
        public Collection $packages,
        public array $verdicts,
        public ?int $next,
        public int $total,
        public int $looked,
        public bool $near,
    ) {
    }
}
