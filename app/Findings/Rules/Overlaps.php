<?php

declare(strict_types=1);

namespace App\Findings\Rules;

use App\Drafts\Steps\Let;
use App\Findings\Finding;
use App\Findings\FindingRule;
use App\Findings\Level;
use App\Findings\Remedy;
use App\Findings\Seen;

/** Two packages bring the same file, and nobody has decided between them. */
final readonly class Overlaps implements FindingRule
{
    /** Paths that a finding names. */
    private const NAMED = 3;

    public static function called(): string
    {
        return 'Files that several bring';
    }

    public static function help(): string
    {
        return 'Two packages bring the same file with different contents, and only one of them can be there. Which one '.
            'wins is said by the order, where you can change it.';
    }

    public function findings(Seen $seen): array
    {
        $pairs = [];
        foreach ($seen->contested as $one) {
            foreach ($one['over'] as $loser) {
                if (! in_array($loser, $seen->plan->order, true) || ! in_array($one['winner'], $seen->plan->order, true)) {
                    $pairs["{$one['winner']} {$loser}"][] = $one['path'];
                }
            }
        }
        $findings = [];
        foreach ($pairs as $pair => $paths) {
            [$winner, $loser] = explode(' ', $pair);
            [$wins, $loses] = [$seen->title($winner), $seen->title($loser)];
            $named =
                implode(', ', array_slice($paths, 0, self::NAMED)).
                (count($paths) > self::NAMED ? ' and '.(count($paths) - self::NAMED).' more' : '');
            $let = fn (string $words, string $first, string $second): Remedy => Remedy::step(
                $words,
                $seen->instance,
                new Let($first, $second),
            );
            $findings[] = new Finding(
                Level::Look,
                "{$wins} and {$loses} bring the same file",
                "{$named} is in both, with different contents. Only one can be there: {$wins}'s, because it comes later.",
                $loser,
                [$let("Let {$loses} win", $loser, $winner), $let("Leave it to {$wins}", $winner, $loser)],
            );
        }

        return $findings;
    }
}
