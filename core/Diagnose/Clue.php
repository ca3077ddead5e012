<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** One thing that speaks for a package's being at fault. */
final readonly class Clue
{
    /** @param  string  $text  as a sentence */
    public function __construct(public string $package, public Ground $ground, public string $text)
    {
    }

    /**
     * @param  list<self>  $clues
     * @return list<string> packages, that for which most speaks first; of equals the one that was found first
     */
    public static function ranked(array $clues): array
    {
        $sums = [];
        foreach ($clues as $clue) {
            $sums[$clue->package] = ($sums[$clue->package] ?? 0) + $clue->ground->weight();
        }
        arsort($sums);

        return array_map(strval(...), array_keys($sums));
    }

    /**
     * @param  list<self>  $clues
     * @return list<self> those for one package, the strongest first
     */
    public static function for(array $clues, string $package): array
    {
        $of = array_values(array_filter($clues, fn (self $clue): bool => $clue->package === $package));
        usort($of, fn (self $a, self $b): int => $b->ground->weight() <=> $a->ground->weight());

        return $of;
    }
}
