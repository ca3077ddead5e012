<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Depots\PackageRow;
use App\Drafts\Steps\Add;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Resolving;
use App\Findings\Seen;
use App\Games\Games;
use App\Worlds\Worlds;
use Stasimon\Core\Plan\Plan;

/** A world was saved with mods that are not in the line-up. */
final readonly class WorldsAtRisk implements FindingRule
{
    public function __construct(private Games $games, private Resolving $resolving)
    {
    }

    public static function called(): string
    {
        return 'Worlds at risk';
    }

    public static function help(): string
    {
        return 'A world remembers the mods that it was saved with, and some of those are not here. What they have put '.
            'into it is lost once it is opened and saved.';
    }

    public function findings(Seen $seen): array
    {
        $findings = [];
        foreach ((new Worlds($this->games->get($seen->plan->base->game)))->atRisk($seen->instance, $seen->versions) as $world => $missing) {
            $names = PackageRow::query()->whereIn('id', $missing)->pluck('name', 'id');
            $list = collect($missing)->map(fn (string $id): string => $names[$id] ?? $id)->join(', ', ' and ');
            $back = $names->keys()->reduce(fn (Plan $with, string $id): Plan => $with->wanting($id), $seen->plan);
            $findings[] = new Finding(
                Level::Breaks,
                "The world {$world} was saved with {$list}",
                "{$list} ".
                    (count($missing) === 1 ? 'is' : 'are').
                    ' not in this line-up. What '.
                    (count($missing) === 1 ? 'it' : 'they').
                    ' put into the world will be missing when it is opened, and saving it then makes that final.',
                $missing[0] ?? null,
                $names->isNotEmpty() && $this->resolving->holds($back, $seen->instance)
                    ? [
                        Remedy::step(
                            'Add '.$names->join(', ', ' and '),
                            $seen->instance,
                            new Add(array_values(array_map(strval(...), $names->keys()->all()))),
                        ),
                    ]
                    : [],
            );
        }

        return $findings;
    }
}
