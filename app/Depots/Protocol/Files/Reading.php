<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

use App\Depots\DepotFailure;
use App\Depots\Protocol\Asking\Guarded;

/** How it is found out what listed files are. */
interface Reading
{
    /** Another one wherever the same file may be described in another way. */
    public function stamp(): string;

    /**
     * What files say of themselves, or why they cannot be used.
     *
     * @param  list<Entry>  $entries
     * @return list<FileRow>
     *
     * @throws DepotFailure
     */
    public function read(Guarded $asked, array $entries): array;
}
