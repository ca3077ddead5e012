<?php

declare(strict_types=1);

namespace Stasimon\Core\Base;

/** A build of a loader that exists for one game version. */
final readonly class LoaderBuild
{
    public function __construct(public string $version, public bool $recommended, public bool $newest)
    {
    }

    /** What is said of it beside its number. */
    public function words(): string
    {
        return match (true) {
            $this->recommended => 'recommended',
            $this->newest => 'newest',
            default => '',
        };
    }
}
