<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;
use App\Games\Games;
use App\Numbers\Numbers;
use App\Numbers\NumberSheet;
use Illuminate\Support\Str;
use Stasimon\Core\Number\Claim;

/** Two things claim one number, which stops the launch of an old game. */
final readonly class NumbersTaken implements FindingRule
{
    public function __construct(private Games $games, private Numbers $numbers)
    {
    }

    public static function called(): string
    {
        return 'Numbers taken twice';
    }

    public static function help(): string
    {
        return 'In some old games each mod takes numbers for what it adds, and two of these take the same one. Then the '.
            'game stops, or takes one thing for another.';
    }

    public function findings(Seen $seen): array
    {
        $base = $seen->plan->base;
        if ($seen->instance->applied_at === null || Numbers::formOf($this->games->get($base->game), $base->gameVersion) === null) {
            return [];
        }
        $sheet = $this->numbers->of($seen->asSeen());
        $titles = $seen->instance->titles();
        $findings = [];
        foreach (array_slice($sheet->clashes, 0, 5, true) as $number => $claims) {
            $who = array_map(fn (Claim $claim): string => $claim->name.($claim->owner === '' ? '' : " of {$claim->owner}"), $claims);
            $findings[] = new Finding(
                Level::Stops,
                "The number {$number} is claimed twice",
                count($who) > 1
                    ? Str::ucfirst(implode(' and ', $who))." both claim the number {$number}, so the game stops when it starts."
                    : Str::ucfirst($who[0])." claims the number {$number}, which the game itself has, so it stops when it starts.",
                array_search($claims[count($claims) - 1]->owner, $titles, true) ?: null,
                $this->others($seen, $sheet),
            );
        }

        foreach (array_slice($sheet->torn, 0, 5) as $pair) {
            [$first, $second] = $pair->claims;
            $findings[] = new Finding(
                Level::Breaks,
                "{$first->name} and {$second->name} are torn apart",
                "They take the numbers {$first->number} and {$second->number}, and the second has to follow the first. The game may stop, ".
                    'or change one into something else.',
                array_search($first->owner, $titles, true) ?: null,
                $this->others($seen, $sheet),
            );
        }

        return $findings;
    }

    /** @return list<Remedy> */
    private function others(Seen $seen, NumberSheet $sheet): array
    {
        $lines = count($sheet->moves ?? []);

        return $lines === 0
            ? []
            : [
                new Remedy('Give other numbers', $lines === 1 ? '1 line of a config' : "{$lines} lines of configs", 'numbers.take', [
                    $seen->instance->id,
                ]),
            ];
    }
}
