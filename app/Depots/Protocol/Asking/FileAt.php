<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

use App\Depots\Depot;

/** Where a file is asked for, and with which headers. */
final readonly class FileAt
{
    /** @param  array<string, string>  $headers */
    public function __construct(public string $address, public array $headers = [])
    {
    }

    /** At a depot's own address, by whatever it knows who asks. */
    public static function of(Depot $depot, string $address): self
    {
        return new self($address, array_filter(['Authorization' => $depot->asker()?->header() ?? '']));
    }
}
