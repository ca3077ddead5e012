<?php

declare(strict_types=1);

namespace Stasimon\Core\Number;

/**
 * Finds where claims of numbers clash, and the fewest lines that have to change so that none does. What stays is a heaviest
 * set of intervals of which no two overlap, found exactly by dynamic programming (weighted interval scheduling; Kleinberg and
 * Tardos, "Algorithm Design", 2005, section 6.1); what moves goes into the free run above it that is nearest. Only where the
 * runs that are left do not hold what has to move, the heaviest set is looked for that leaves enough places for pairs.
 */
final class Numbering
{
    /** Steps of the search for the heaviest set that leaves room; what has more numbers and pairs has room enough. */
    private const STEPS = 4_000_000;

    /** Groups that are torn apart, of which all ways to be put together are tried. */
    private const TORN = 6;

    /**
     * @param  list<NumberGroup>  $groups
     * @param  int  $least  of the numbers that there are
     * @param  array<int, true>  $reserved  numbers that the game itself has, or a world uses and nobody claims
     */
    public function __construct(
        private readonly array $groups,
        private readonly int $least,
        private readonly int $most,
        private readonly array $reserved = [],
    ) {
    }

    /** @return array<int, list<Claim>> number => claims of it, of those that more than one claims, or the game has */
    public function clashes(): array
    {
        $by = [];
        foreach ($this->groups as $group) {
            foreach ($group->claims as $claim) {
                $by[$claim->number][] = $claim;
            }
        }
        ksort($by);

        return array_filter(
            $by,
            fn (array $claims, int $number): bool => count($claims) > 1 || ($this->reserved[$number] ?? false),
            ARRAY_FILTER_USE_BOTH,
        );
    }

    /** @return list<NumberGroup> pairs whose numbers do not follow one another, which the game needs them to */
    public function torn(): array
    {
        return array_values(array_filter($this->groups, fn (NumberGroup $group): bool => $group->isTorn()));
    }

    /**
     * Another number for some, so that nothing clashes any more.
     *
     * @return array<string, int>|null key of a claim => its new number; null where there is no way
     */
    public function proposal(): ?array
    {
        $fixed = $this->fixed();
        if ($fixed === null) {
            return null;
        }
        $moves = $this->moved($this->heaviest($fixed, fn (array $taken): array => $this->scheduled($taken)) ?? $fixed, false);
        if ($moves !== null) {
            return $moves;
        }
        $tight = $this->heaviest($fixed, $this->roomy(...));

        return $tight === null ? null : $this->moved($tight, true);
    }

    /** @return array<int, int>|null index of each group that may not move => its first number; null where they are in each other's way */
    private function fixed(): ?array
    {
        $fixed = $taken = [];
        foreach ($this->groups as $index => $group) {
            if ($group->isFixed) {
                $at = $group->place();
                $numbers = $at === null ? [] : array_flip(range($at, $at + $group->count() - 1));
                // A number that a world uses may be one that the game has; what is put beside it may not.
                $isNew =
                    $group->isTorn() &&
                    array_intersect_key(
                        $this->reserved,
                        array_diff_key($numbers, array_flip(array_map(fn (Claim $claim): int => $claim->number, $group->claims))),
                    ) !== [];
                if ($at === null || $isNew || array_intersect_key($taken, $numbers) !== []) {
                    return null;
                }
                $taken += $numbers;
                $fixed[$index] = $at;
            }
        }

        return $fixed;
    }

    /**
     * Where a group can be so that some of its lines stay as they are, as far as it is concerned alone.
     *
     * @return array<int, int> its first number => lines that stay
     */
    private function places(NumberGroup $group): array
    {
        $places = [];
        foreach ($group->claims as $n => $claim) {
            $at = $claim->number - $n;
            $isRoom =
                $at >= $this->least &&
                $at + $group->count() - 1 <= $this->most &&
                ($group->isFixed || array_intersect_key($this->reserved, array_flip(range($at, $at + $group->count() - 1))) === []);
            if ($isRoom && (! $group->isFixed || $n === 0)) {
                $places[$at] = ($places[$at] ?? 0) + 1;
            }
        }

        return $places;
    }

    /**
     * A place for each group that can stay in part or as a whole, with the most lines together.
     *
     * @param  array<int, int>  $fixed  index => first number
     * @param  callable(array<int, int|true>, array<int, int>): ?array<int, int>  $stay  for numbers that are taken, and by which groups:
     *     index => first number of the others that stay
     * @return array<int, int>|null index of a group => its first number
     */
    private function heaviest(array $fixed, callable $stay): ?array
    {
        $taken = [];
        foreach ($fixed as $index => $at) {
            $taken += array_flip(range($at, $at + $this->groups[$index]->count() - 1));
        }
        // One whose lines are torn apart could be put together in several places: each is tried, as far as there are few.
        $torn = array_slice(
            array_keys(array_filter($this->groups, fn (NumberGroup $group): bool => $group->isTorn() && ! $group->isFixed)),
            0,
            self::TORN,
        );
        $best = null;
        foreach ($this->choices($torn) as $choice) {
            $numbers = $taken;
            foreach ($choice as $index => $at) {
                $own = array_flip(range($at, $at + $this->groups[$index]->count() - 1));
                if (array_intersect_key($numbers, $own) !== []) {
                    continue 2;
                }
                $numbers += $own;
            }
            $others = $stay($numbers, $fixed + $choice);
            if ($others === null) {
                continue;
            }
            $staying = $fixed + $choice + $others;
            $weight = array_sum(
                array_map(fn (int $index, int $at): int => $this->places($this->groups[$index])[$at] ?? 0, array_keys($staying), $staying),
            );
            $best = $best === null || $weight > $best[0] ? [$weight, $staying] : $best;
        }

        return $best[1] ?? null;
    }

    /**
     * Of the groups that may move and are whole, the heaviest set that stays and leaves a place for each pair that moves. By
     * dynamic programming along the numbers; what is counted beside the weight is the pairs that stay or have a place.
     *
     * @param  array<int, int|true>  $taken  numbers
     * @param  array<int, int>  $placed  groups that have a place already: index => first number
     * @return array<int, int>|null null where there is none
     */
    private function roomy(array $taken, array $placed): ?array
    {
        $left = array_diff_key($this->groups, $placed);
        $pairs = count(array_filter($left, fn (NumberGroup $group): bool => $group->count() === 2));
        $cells = array_sum(array_map(fn (NumberGroup $group): int => $group->count(), $left));
        $used = $taken + $this->reserved;
        $free = count(array_filter(range($this->least, $this->most), fn (int $at): bool => ! isset($used[$at])));
        if ($free < $cells || 2 * ($pairs + 1) * ($this->most - $this->least + 1) > self::STEPS) {
            return null;
        }
        $from = $this->couldStay($left, $used);
        // best[at]["odd pairs"]: the most lines before a number, and how it came to that: where from, and which group stayed.
        $best = [$this->least => ['0 0' => [0, null, null]]];
        $take = function (int $to, int $odd, int $has, int $weight, string $by, ?int $group) use (&$best, $pairs): void {
            $key = $odd.' '.min($pairs, $has);
            if (! isset($best[$to][$key]) || $best[$to][$key][0] < $weight) {
                $best[$to][$key] = [$weight, $by, $group];
            }
        };
        for ($at = $this->least; $at <= $this->most; $at++) {
            foreach ($best[$at] ?? [] as $key => [$weight]) {
                [$odd, $has] = array_map(intval(...), explode(' ', $key));
                if (isset($used[$at])) {
                    $take($at + 1, 0, $has, $weight, "{$at} {$key}", null);

                    continue;
                }
                $take($at + 1, 1 - $odd, $has + $odd, $weight, "{$at} {$key}", null);
                foreach ($from[$at] ?? [] as $index) {
                    $count = $this->groups[$index]->count();
                    $take($at + $count, 0, $has + ($count === 2 ? 1 : 0), $weight + $count, "{$at} {$key}", $index);
                }
            }
        }
        $end = self::roomiest($best[$this->most + 1] ?? [], $pairs);
        if ($end === null) {
            return null;
        }

        return self::walkedBack($best, $end);
    }

    /**
     * @param  array<int, array<string, array{int, ?string, ?int}>>  $best
     * @param  array{int, ?string, ?int}  $end
     * @return array<int, int> the groups that stay: index => first number
     */
    private static function walkedBack(array $best, array $end): array
    {
        $staying = [];
        for ($state = $end; $state[1] !== null; $state = $best[(int) $where[0]]["{$where[1]} {$where[2]}"]) {
            $where = explode(' ', $state[1]);
            if ($state[2] !== null) {
                $staying[$state[2]] = (int) $where[0];
            }
        }

        return $staying;
    }

    /**
     * @param  array<string, array{int, ?string, ?int}>  $states
     * @return array{int, ?string, ?int}|null the heaviest with a place for each pair
     */
    private static function roomiest(array $states, int $pairs): ?array
    {
        $end = null;
        foreach ($states as $key => $state) {
            $end = (int) explode(' ', (string) $key)[1] >= $pairs && ($end === null || $state[0] > $end[0]) ? $state : $end;
        }

        return $end;
    }

    /**
     * @param  array<int, NumberGroup>  $left
     * @param  array<int, int|true>  $used  numbers
     * @return array<int, list<int>> first number => groups that could stay where they are
     */
    private function couldStay(array $left, array $used): array
    {
        $from = [];
        foreach ($left as $index => $group) {
            $own = array_flip(range($group->first(), $group->last()));
            if (
                ! $group->isTorn() &&
                $group->first() >= $this->least &&
                $group->last() <= $this->most &&
                array_intersect_key($used, $own) === []
            ) {
                $from[$group->first()][] = $index;
            }
        }

        return $from;
    }

    /**
     * @param  list<int>  $torn  indices of groups
     * @return list<array<int, int>> every way to put some of them together: index => first number
     */
    private function choices(array $torn): array
    {
        $choices = [[]];
        foreach ($torn as $index) {
            $next = $choices;
            foreach (array_keys($this->places($this->groups[$index])) as $at) {
                foreach ($choices as $choice) {
                    $next[] = $choice + [$index => $at];
                }
            }
            $choices = $next;
        }

        return $choices;
    }

    /**
     * Of the groups that may move and are whole, those that stay: weighted interval scheduling.
     *
     * @param  array<int, int|true>  $taken  numbers
     * @return array<int, int> index => first number
     */
    private function scheduled(array $taken): array
    {
        $free = array_filter(
            $this->groups,
            fn (NumberGroup $group): bool => ! $group->isFixed &&
                ! $group->isTorn() &&
                $this->places($group) !== [] &&
                array_intersect_key($taken, array_flip(range($group->first(), $group->last()))) === [],
        );
        uasort($free, fn (NumberGroup $a, NumberGroup $b): int => $a->last() <=> $b->last());
        $order = array_keys($free);
        // best[n]: the most lines that the first n of them hold, and which groups.
        $best = [[0, []]];
        foreach ($order as $n => $index) {
            $before = $n;
            while ($before > 0 && $this->groups[$order[$before - 1]]->last() >= $this->groups[$index]->first()) {
                $before--;
            }
            $with = $best[$before][0] + $this->groups[$index]->count();
            $best[] = $with > $best[$n][0] ? [$with, $best[$before][1] + [$index => $this->groups[$index]->first()]] : $best[$n];
        }

        return $best[count($order)][1];
    }

    /**
     * @param  array<int, int>  $staying  index => first number
     * @param  bool  $isTight  whether pairs are put where they take no other's place, however far that is
     * @return array<string, int>|null null where the rest has no room
     */
    private function moved(array $staying, bool $isTight): ?array
    {
        $taken = $this->reserved;
        foreach ($staying as $index => $at) {
            $taken += array_fill($at, $this->groups[$index]->count(), true);
        }
        $moving = array_diff_key($this->groups, $staying);
        // Those that need most room are placed first: what one is left over by a pair holds a single one.
        uasort($moving, fn (NumberGroup $a, NumberGroup $b): int => [$b->count(), $a->first()] <=> [$a->count(), $b->first()]);
        foreach ($moving as $index => $group) {
            $to = $isTight ? $this->tight($group, $taken) : $this->room($group, $taken);
            if ($to === null) {
                return null;
            }
            $taken += array_fill($to, $group->count(), true);
            $staying[$index] = $to;
        }
        $moves = [];
        ksort($staying);
        foreach ($staying as $index => $at) {
            foreach ($this->groups[$index]->claims as $n => $claim) {
                if ($claim->number !== $at + $n) {
                    $moves[$claim->key()] = $at + $n;
                }
            }
        }

        return $moves;
    }

    /**
     * The nearest room above where a group is, else from the least number on. A pair prefers one that tears no other room for a pair.
     *
     * @param  array<int, true>  $taken
     */
    private function room(NumberGroup $group, array $taken): ?int
    {
        $count = $group->count();
        $from = max($this->least, min($group->first(), $this->most));
        $fits = function (int $at) use ($count, $taken): bool {
            for ($n = 0; $n < $count; $n++) {
                if ($at + $n > $this->most || isset($taken[$at + $n])) {
                    return false;
                }
            }

            return true;
        };
        $first = null;
        foreach ([...range($from, $this->most), ...range($this->least, max($this->least, $from - 1))] as $at) {
            if (! $fits($at)) {
                continue;
            }
            $first ??= $at;
            // At the beginning of a free run nothing is torn.
            if ($count === 1 || $at === $this->least || isset($taken[$at - 1])) {
                return $at;
            }
        }

        return $first;
    }

    /**
     * The first room of all, for a pair at an even place of a free run.
     *
     * @param  array<int, true>  $taken
     */
    private function tight(NumberGroup $group, array $taken): ?int
    {
        $count = $group->count();
        for ($at = $this->least; $at + $count - 1 <= $this->most; $at++) {
            if (array_filter(range($at, $at + $count - 1), fn (int $number): bool => isset($taken[$number])) === []) {
                return $at;
            }
        }

        return null;
    }
}
