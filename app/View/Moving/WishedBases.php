<?php

declare(strict_types=1);

namespace App\View\Moving;

use App\Models\WishCell;
use App\Models\WishList;
use App\Moving\Wishes;
use Illuminate\Support\Collection;

/** How much of a wish list each base holds, where a base is chosen by hand. */
final readonly class WishedBases
{
    public int $total;

    /** @var Collection<int, WishCell> */
    private Collection $cells;

    public function __construct(public WishList $list)
    {
        $this->total = count(Wishes::of($list));
        $this->cells = $list->cells()->get(['version', 'loader', 'kept']);
    }

    /** The most that any loader holds at a version; null while that is not worked out, and where there is none. */
    public function at(string $version, ?string $loader = null): ?int
    {
        return $this->cells
            ->where('version', $version)
            ->when($loader !== null, fn (Collection $cells) => $cells->where('loader', $loader))
            ->max('kept');
    }
}
