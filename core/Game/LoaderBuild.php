<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/** A build of a loader that exists for one game version. */
final readonly class LoaderBuild
{
    /** @param  string|null  $recommendedBy  whose recommendation it is */
    public function __construct(public string $version, public ?string $recommendedBy, public bool $newest)
    {
    }

    public function isRecommended(): bool
    {
        return $this->recommendedBy !== null;
    }

    /** What is said of it beside its number. */
    public function words(): string
    {
        return match (true) {
            $this->recommendedBy !== null => trim("recommended by {$this->recommendedBy}"),
            $this->newest => 'newest',
            default => '',
        };
    }
}
