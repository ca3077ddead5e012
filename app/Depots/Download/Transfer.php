<?php

declare(strict_types=1);

namespace App\Depots\Download;

use App\Depots\DepotFailure;
use App\Depots\ReleaseRow;
use App\Store\FullDisk;

/** A file that has to come, how far it is, and who offers it. */
final class Transfer
{
    public int $done = 0;

    public TransferState $state = TransferState::Waiting;

    public int $attempts = 0;

    public DepotFailure|FullDisk|null $failure = null;

    /** @param  list<ReleaseRow>  $offers  each with its depot; the first is asked first */
    public function __construct(
        public readonly string $sha256,
        public readonly int $size,
        public readonly string $name,
        public array $offers,
    ) {
    }

    public function offer(): ReleaseRow
    {
        return $this->offers[$this->attempts % count($this->offers)];
    }

    /** This offer is not the right file: the others are left. */
    public function without(ReleaseRow $offer): void
    {
        $this->offers = array_values(array_filter($this->offers, fn (ReleaseRow $other): bool => $other !== $offer));
    }
}
