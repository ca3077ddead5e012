<?php

declare(strict_types=1);

namespace Stasimon\Core\Number;

/**
 * Finds where claims of numbers clash, and the fewest lines that have to change so that none does. What stays is a heaviest
 * set of intervals of which no two overlap, found exactly by dynamic programming (weighted interval scheduling; Kleinberg and
 * Tardos, "Algorithm Design", 2005, section 6.1); what moves goes into the free run above it that is nearest. Only where the
 * runs that are left do not hold what has to move, sets that stay are tried one after another, the heaviest first.
 */
final class Numbering
{
    /** Groups up to which all ways to stay are tried. */
    private const ALL = 12;

    /** Groups that are torn apart, of which all ways to be put together are tried. */
    private const TORN = 6;

    /**
     * @param  list<Together>  $groups
     * @param  int  $least  of the numbers that there are
     * @param  array<int, true>  $reserved  numbers that the game itself has, or a world uses and nobody claims
     */
    public function __construct(private readonly array $groups, private readonly int $least, private readonly int $most, private readonly array $reserved = [])
    {
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

        return array_filter($by, fn (array $claims, int $number): bool => count($claims) > 1 || ($this->reserved[$number] ?? false), ARRAY_FILTER_USE_BOTH);
    }

    /** @return list<Together> pairs whose numbers do not follow one another, which the game needs them to */
    public function torn(): array
    {
        return array_values(array_filter($this->groups, fn (Together $group): bool => $group->isTorn()));
    }

    /**
     * Another number for some, so that nothing clashes any more.
     *
     * @return array<string, int>|null key of a claim => its new number; null where there is no way
     */
    public function proposal(): ?array
    {
        $staying = $this->heaviest();
        if ($staying === null) {
            return null;
        }
        $moves = $this->moved($staying);
        if ($moves !== null || count($this->groups) > self::ALL) {
            return $moves;
        }
        foreach ($this->sets() as $set) {
            $moves = $this->moved($set);
            if ($moves !== null) {
                return $moves;
            }
        }

        return null;
    }

    /**
     * Where a group can be so that some of its lines stay as they are, as far as it is concerned alone.
     *
     * @return array<int, int> its first number => lines that stay
     */
    private function places(Together $group): array
    {
        $places = [];
        foreach ($group->claims as $n => $claim) {
            $at = $claim->number - $n;
            $isRoom = $at >= $this->least && $at + $group->count() - 1 <= $this->most && ($group->isFixed || array_intersect_key($this->reserved, array_flip(range($at, $at + $group->count() - 1))) === []);
            if ($isRoom && (! $group->isFixed || $n === 0)) {
                $places[$at] = ($places[$at] ?? 0) + 1;
            }
        }

        return $places;
    }

    /**
     * A place for each group that can stay in part or as a whole, with the most lines together.
     *
     * @return array<int, int>|null index of a group => its first number; null where those that may not move are in each other's way
     */
    private function heaviest(): ?array
    {
        $fixed = $taken = [];
        foreach ($this->groups as $index => $group) {
            if ($group->isFixed) {
                $numbers = array_flip(range($group->first(), $group->first() + $group->count() - 1));
                if ($group->isTorn() || array_intersect_key($taken, $numbers) !== []) {
                    return null;
                }
                $taken += $numbers;
                $fixed[$index] = $group->first();
            }
        }
        // One whose lines are torn apart could be put together in several places: each is tried, as far as there are few.
        $torn = array_slice(array_keys(array_filter($this->groups, fn (Together $group): bool => $group->isTorn())), 0, self::TORN);
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
            $staying = $fixed + $choice + $this->scheduled($numbers);
            $weight = array_sum(array_map(fn (int $index, int $at): int => $this->places($this->groups[$index])[$at] ?? 0, array_keys($staying), $staying));
            $best = $best === null || $weight > $best[0] ? [$weight, $staying] : $best;
        }

        return $best[1] ?? $fixed;
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
        $free = array_filter($this->groups, fn (Together $group): bool => ! $group->isFixed && ! $group->isTorn() && $this->places($group) !== [] && array_intersect_key($taken, array_flip(range($group->first(), $group->last()))) === []);
        uasort($free, fn (Together $a, Together $b): int => $a->last() <=> $b->last());
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
     * @return array<string, int>|null null where the rest has no room
     */
    private function moved(array $staying): ?array
    {
        $taken = $this->reserved;
        foreach ($staying as $index => $at) {
            $taken += array_fill($at, $this->groups[$index]->count(), true);
        }
        $moving = array_diff_key($this->groups, $staying);
        // Those that need most room are placed first: what one is left over by a pair holds a single one.
        uasort($moving, fn (Together $a, Together $b): int => [$b->count(), $a->first()] <=> [$a->count(), $b->first()]);
        foreach ($moving as $index => $group) {
            $to = $this->room($group, $taken);
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
    private function room(Together $group, array $taken): ?int
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

    /** @return list<array<int, int>> every way in which groups can stay together, the most lines first */
    private function sets(): array
    {
        /** @var list<array{array<int, int>, array<int, int>, int}> $sets  places, numbers taken, lines that stay */
        $sets = [[[], [], 0]];
        foreach ($this->groups as $index => $group) {
            $next = [];
            foreach ($sets as [$set, $taken, $weight]) {
                foreach ($this->places($group) as $at => $lines) {
                    $numbers = array_flip(range($at, $at + $group->count() - 1));
                    if (array_intersect_key($taken, $numbers) === []) {
                        $next[] = [$set + [$index => $at], $taken + $numbers, $weight + $lines];
                    }
                }
                if (! $group->isFixed) {
                    $next[] = [$set, $taken, $weight];
                }
            }
            $sets = $next;
        }
        usort($sets, fn (array $a, array $b): int => $b[2] <=> $a[2]);

        return array_column($sets, 0);
    }
}
