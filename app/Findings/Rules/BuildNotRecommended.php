<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Drafts\Bases;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Seen;
use App\Games\Games;
use Stasimon\Core\Game\LoaderBuild;

/** No build of the loader is recommended for this game version. */
final readonly class BuildNotRecommended implements FindingRule
{
    public function __construct(private Games $games)
    {
    }

    public static function called(): string
    {
        return 'Builds of the loader';
    }

    public static function help(): string
    {
        return 'The authors of a loader recommend some of its builds, and this is none of them. It may be newer than what '.
            'most mods were tried with.';
    }

    public function findings(Seen $seen): array
    {
        $bases = new Bases($this->games->get($seen->plan->base->game), $seen->catalogue);
        $builds = $bases->buildsOf($seen->plan->base->loader, $seen->plan->base->gameVersion);
        $recommended = array_filter($builds, fn (LoaderBuild $build): bool => $build->isRecommended());

        return $recommended !== [] || $builds === [] || $bases->game->isItself($seen->plan->base->loader)
            ? []
            : [
                new Finding(
                    Level::Look,
                    "No build of {$bases->title($seen->plan->base->loader)} is recommended yet",
                    "{$bases->game->name} {$seen->plan->base->gameVersion} is new. {$seen->plan->base->loaderVersion} is what there is, ".
                    'and it may still have faults.',
                    $seen->plan->base->loader,
                ),
            ];
    }
}
