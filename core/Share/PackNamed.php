<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

/** A release of a pack that two people have, by its name and by what is in it. */
final readonly class PackNamed
{
    public function __construct(public string $id, public string $version, public HandOff $lineUp)
    {
    }
}
