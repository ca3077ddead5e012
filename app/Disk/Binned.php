<?php

declare(strict_types=1);

namespace App\Disk;

use Carbon\CarbonImmutable;

/** Something of a person's that had to make room, or was taken out, and can be had back. */
final readonly class Binned
{
    /**
     * @param  string  $key  by which a form names it: its path may be no text
     * @param  string  $path  relative to the instance's folder, as bytes
     * @param  int  $size  bytes
     */
    public function __construct(public string $key, public string $path, public int $size, public CarbonImmutable $at, public string $why)
    {
    }
}
