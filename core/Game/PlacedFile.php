<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Catalogue\Kind;

/** A release's file in an instance. */
final readonly class PlacedFile
{
    /** @param  string  $path  relative to the instance's folder */
    public function __construct(public string $id, public string $version, public Kind $kind, public string $path)
    {
    }
}
