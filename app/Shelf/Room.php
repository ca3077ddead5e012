<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Refusal\Refusal;
use App\Store\Store;

/** The room on the disk for files on their way in, what is promised to those that are not whole yet taken off. */
final readonly class Room
{
    /** Bytes that stay free, for the database and logs. */
    private const SPARE = 100_000_000;

    public function __construct(private Store $store)
    {
    }

    /** @throws Refusal where there is none for so many bytes */
    public function require(string $name, int $size): void
    {
        $promised =
            (int) ShelfFile::query()->where('state', ShelfState::Coming)->sum('size') -
            (int) ShelfFile::query()->where('state', ShelfState::Coming)->sum('come') +
            Incoming::promised();
        if ($size > $this->store->free() - self::SPARE - $promised) {
            throw Refusal::conflict(
                "There is no room for {$name} on the disk of the store".
                    ($promised > 0 ? ', with what other files are still to bring' : '').
                    '. Nothing was kept.',
            );
        }
    }
}
