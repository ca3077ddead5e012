<?php

declare(strict_types=1);

namespace App\Disk;

/** Something that is not of our laying and has to make room for a line-up. */
final readonly class Displaced
{
    /** @param  string  $path  relative to the instance's folder, as bytes */
    public function __construct(public string $path, public string $why)
    {
    }
}
