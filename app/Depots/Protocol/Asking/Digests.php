<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Asking;

/** Of a file that came once to be looked at: its bytes, and digests in lower-case hexadecimal digits. */
final readonly class Digests
{
    public function __construct(public int $size, public string $sha256, public string $sha1)
    {
    }
}
