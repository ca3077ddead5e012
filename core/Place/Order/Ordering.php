<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Order;

use SplMinHeap;
use SplQueue;

/**
 * Puts a list into an order that keeps rules, and turns round as few pairs as may be. Where rules touch up to twelve entries,
 * the fewest are found by going through all that can come first; beyond that each next one is the first of those that may
 * come (Kahn, "Topological sorting of large networks", Communications of the ACM 5, 1962).
 */
final class Ordering
{
    /** Entries that rules touch, up to which the fewest pairs are looked for. */
    private const FEW = 12;

    /** @var list<string> */
    private readonly array $entries;

    /** @var array<int, array<int, int>> place => places that come after it => the rule that says so */
    private array $after = [];

    /** @var array<int, array<int, true>> place => places that come before it */
    private array $before = [];

    private function __construct(OrderRules $rules)
    {
        $this->entries = $rules->entries;
    }

    public static function of(OrderRules $rules): Ordered
    {
        return (new self($rules))->order($rules->rules);
    }

    /** @param  list<OrderRule>  $rules */
    private function order(array $rules): Ordered
    {
        $places = array_flip($this->entries);
        $should = [];
        foreach ($rules as $index => $rule) {
            $first = $places[$rule->first] ?? null;
            $then = $places[$rule->then] ?? null;
            if ($first === null || $then === null) {
                continue;
            }
            if ($rule->strength === Strength::Should) {
                $should[$index] = [$first, $then];
            } elseif ($first === $then) {
                return new Ordered(null, circle: [$index]);
            } else {
                $this->add($first, $then, $index);
            }
        }
        $circle = $this->circle();
        if ($circle !== []) {
            return new Ordered(null, circle: $circle);
        }
        $dropped = [];
        foreach ($should as $index => [$first, $then]) {
            if ($this->leads($then, $first)) {
                $dropped[] = $index;
            } else {
                $this->add($first, $then, $index);
            }
        }
        $touched = array_keys($this->after + $this->before);
        sort($touched);
        $order = count($touched) <= self::FEW ? $this->fewest($touched) : $this->next();

        return new Ordered(array_map(fn (int $place): string => $this->entries[$place], $order), $dropped);
    }

    private function add(int $first, int $then, int $rule): void
    {
        $this->after[$first][$then] ??= $rule;
        $this->before[$then][$first] = true;
    }

    /** Whether one place, or one after it, is another. */
    private function leads(int $from, int $to): bool
    {
        $open = [$from];
        $seen = [$from => true];
        while ($open !== []) {
            $place = array_pop($open);
            if ($place === $to) {
                return true;
            }
            foreach ($this->after[$place] ?? [] as $next => $rule) {
                if (! isset($seen[$next])) {
                    $seen[$next] = true;
                    $open[] = $next;
                }
            }
        }

        return false;
    }

    /** @return list<int> the rules of a shortest circle, from the first entry on that is in one; nothing if there is none */
    private function circle(): array
    {
        $shortest = [];
        foreach (array_keys($this->after) as $start) {
            /** @var SplQueue<int> $open */
            $open = new SplQueue();
            $open->enqueue($start);
            /** @var array<int, list<int>> $ways place => rules that lead there */
            $ways = [$start => []];
            while (! $open->isEmpty()) {
                $place = $open->dequeue();
                if ($shortest !== [] && count($ways[$place]) + 1 >= count($shortest)) {
                    break;
                }
                foreach ($this->after[$place] ?? [] as $next => $rule) {
                    if ($next === $start) {
                        $shortest = [...$ways[$place], $rule];
                        break 2;
                    }
                    if (! isset($ways[$next])) {
                        $ways[$next] = [...$ways[$place], $rule];
                        $open->enqueue($next);
                    }
                }
            }
        }

        return $shortest;
    }

    /** @return list<int> places: each next one the first of those that may come */
    private function next(): array
    {
        $left = array_map(count(...), $this->before);
        /** @var SplMinHeap<int> $may */
        $may = new SplMinHeap();
        foreach (array_keys($this->entries) as $place) {
            if (($left[$place] ?? 0) === 0) {
                $may->insert($place);
            }
        }
        $order = [];
        while (! $may->isEmpty()) {
            $order[] = $place = $may->extract();
            foreach ($this->after[$place] ?? [] as $then => $rule) {
                if (--$left[$then] === 0) {
                    $may->insert($then);
                }
            }
        }

        return $order;
    }

    /**
     * Entries that no rule touches keep their order, and each of the others goes into a gap between them. How many of them it
     * passes is counted from the gap where it is now, so only the gaps where one of the others is now have to be tried.
     *
     * @param  list<int>  $touched  places, ascending
     * @return list<int> places
     */
    private function fewest(array $touched): array
    {
        $free = array_values(array_diff(array_keys($this->entries), $touched));
        $home = array_map(fn (int $place, int $number): int => $place - $number, $touched, array_keys($touched));
        $gaps = array_values(array_unique($home));
        $needs = array_map(
            fn (int $place): int => array_sum(
                array_map(
                    fn (int $before): int => 1 << (int) array_search($before, $touched, true),
                    array_keys($this->before[$place] ?? []),
                ),
            ),
            $touched,
        );
        $known = [];
        $order = [];
        $all = (1 << count($touched)) - 1;
        for ($placed = 0, $gap = 0, $passed = 0; $placed !== $all;) {
            $best = null;
            $least = self::cost($placed, $gap, $needs, $home, $gaps, $known);
            foreach (self::moves($placed, $gap, $needs, $home, $gaps) as [$number, $into, $cost]) {
                if ($cost + self::cost($placed | (1 << $number), $into, $needs, $home, $gaps, $known) === $least) {
                    // Of equally good ones, that after which the list goes on with its earliest entry.
                    $key = [$into > $passed ? $free[$passed] : $touched[$number], $touched[$number], $into];
                    $best = $best === null || $key < $best[0] ? [$key, $number, $into] : $best;
                }
            }
            assert($best !== null);
            [, $number, $gap] = $best;
            for (; $passed < $gap; $passed++) {
                $order[] = $free[$passed];
            }
            $order[] = $touched[$number];
            $placed |= 1 << $number;
        }

        return [...$order, ...array_slice($free, $passed)];
    }

    /**
     * @param  list<int>  $needs  for each, which have to be placed before it, as bits
     * @param  list<int>  $home  for each, the gap where it is now
     * @param  list<int>  $gaps  ascending
     * @return list<array{int, int, int}> which can be next, into which gap, and how many pairs that turns round
     */
    private static function moves(int $placed, int $gap, array $needs, array $home, array $gaps): array
    {
        $moves = [];
        $waiting = 0;
        foreach ($needs as $number => $bits) {
            if ((($placed >> $number) & 1) === 1) {
                continue;
            }
            if (($bits & ~$placed) === 0) {
                foreach ($gaps as $into) {
                    if ($into >= $gap) {
                        $moves[] = [$number, $into, $waiting + abs($into - $home[$number])];
                    }
                }
            }
            // Whoever was before it and comes after it now is turned round.
            $waiting++;
        }

        return $moves;
    }

    /**
     * The fewest pairs that placing the rest turns round.
     *
     * @param  list<int>  $needs
     * @param  list<int>  $home
     * @param  list<int>  $gaps
     * @param  array<int, array<int, int>>  $known
     */
    private static function cost(int $placed, int $gap, array $needs, array $home, array $gaps, array &$known): int
    {
        if ($placed === (1 << count($needs)) - 1) {
            return 0;
        }
        if (! isset($known[$placed][$gap])) {
            $least = PHP_INT_MAX;
            foreach (self::moves($placed, $gap, $needs, $home, $gaps) as [$number, $into, $cost]) {
                if ($cost < $least) {
                    $least = min($least, $cost + self::cost($placed | (1 << $number), $into, $needs, $home, $gaps, $known));
                }
            }
            $known[$placed][$gap] = $least;
        }

        return $known[$placed][$gap];
    }
}
