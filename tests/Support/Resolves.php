<?php

declare(strict_types=1);

namespace Tests\Support;

use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Diagnose\Trial;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;

/** Tries plans by resolving them, with all the time there is. */
final readonly class Resolves implements Trial
{
    /**
     * @param  array<string, string>  $lineUp
     * @param  list<Package>  $packages
     */
    public function __construct(private GameDefinition $game, private array $lineUp, private array $packages)
    {
    }

    public function holds(Plan $plan): bool
    {
        $catalogue = new MemoryCatalogue([...$this->game->packages(), ...$this->packages]);

        return (new Keeping(new Resolver($catalogue)))->resolve(
            $plan->request($catalogue, $this->game, $this->lineUp),
            $plan->base->packages(),
        ) instanceof Resolved;
    }
}
