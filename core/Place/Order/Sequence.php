<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Order;

/**
 * In which order packages come, the last of which wins: after what they need and by their ids, but for what a person has
 * arranged, and but for the rules that a person gave.
 */
final class Sequence
{
    /**
     * @param  array<string, list<string>>  $needs  package => packages that it needs
     * @param  list<string>  $arranged  packages that a person has put in order; they come after all others
     * @param  list<OrderRule>  $rules
     * @return list<string>
     */
    public static function of(array $needs, array $arranged = [], array $rules = []): array
    {
        ksort($needs, SORT_STRING);
        $visited = [];
        $list = [];
        foreach (array_keys($needs) as $id) {
            self::visit((string) $id, $needs, $visited, $list);
        }
        $place = array_flip($arranged);
        $rank = array_flip($list);
        usort($list, fn (string $a, string $b): int => [$place[$a] ?? -1, $rank[$a]] <=> [$place[$b] ?? -1, $rank[$b]]);

        // Rules that form a circle say nothing that could be done; that they do is told where they are given.
        return $rules === [] ? $list : Ordering::of(new OrderRules($list, $rules))->order ?? $list;
    }

    /**
     * What it needs first, then itself.
     *
     * @param  array<string, list<string>>  $needs
     * @param  array<string, true>  $visited  marked on the way in, so that a circle ends
     * @param  list<string>  $list
     */
    private static function visit(string $id, array $needs, array &$visited, array &$list): void
    {
        if (isset($visited[$id])) {
            return;
        }
        $visited[$id] = true;
        foreach ($needs[$id] as $needed) {
            if (isset($needs[$needed])) {
                self::visit($needed, $needs, $visited, $list);
            }
        }
        $list[] = $id;
    }
}
