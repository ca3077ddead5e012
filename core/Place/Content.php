<?php

declare(strict_types=1);

namespace Stasimon\Core\Place;

/** The content of a file: its digest and its size in bytes. */
final readonly class Content
{
    public function __construct(public string $sha256, public int $size)
    {
    }
}
