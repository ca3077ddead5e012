<?php

declare(strict_types=1);

namespace Stasimon\Core\Worlds;

/** A part of a large file, by the SHA-256 of what is in it. */
final readonly class Block
{
    /** @param  int  $size  in bytes */
    public function __construct(public string $sha256, public int $size)
    {
    }
}
