<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

/** Some bytes of a file that a depot gives out. */
final readonly class Part
{
    /**
     * @param  int  $size  bytes of the whole file
     * @param  string|null  $modified  when it was changed, as the depot says (RFC 9110, 8.8.2)
     */
    public function __construct(public string $bytes, public int $size, public ?string $modified)
    {
    }
}
