<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Resolve\Choice;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

/**
 * What becomes of a plan that two have changed, but for its wants: docs/formats/merging.md. What only one of the two changed is
 * as they have it; where both did, mine stays unless theirs is asked for, and it is told.
 */
final class PlanMerge
{
    /** @var list<array{string, string, string}> what it is, mine, theirs */
    private array $contested = [];

    private readonly Plan $plan;

    /**
     * @param  list<Want>  $wants  as they were merged
     * @param  list<Want>  $off
     * @param  list<string>  $taken  of what both changed, as {@see contested()} calls it, that of which theirs is taken
     */
    public function __construct(Plan $was, Plan $mine, Plan $theirs, array $wants, array $off, private readonly array $taken = [])
    {
        $words = fn (Channel $channel): string => $channel->value;
        $key = fn (Rule $rule): string => "{$rule->first} before {$rule->then}";
        $waivers = fn (Plan $plan): array => array_combine(
            array_map(fn (Waiver $one): string => $one->key(), $plan->waivers),
            $plan->waivers,
        );
        $rules = fn (Plan $plan): array => array_combine(array_map($key, $plan->rules), $plan->rules);
        $choices = fn (Plan $plan): array => array_combine(
            array_map(fn (Choice $one): string => "{$one->take} for {$one->of}", $plan->choices),
            $plan->choices,
        );
        $kept = $this->map(
            'what is waived of',
            $waivers($was),
            $waivers($mine),
            $waivers($theirs),
            fn (Waiver $waiver): string => $waiver->key(),
        );
        $this->plan = new Plan(
            $this->base($was->base, $mine->base, $theirs->base),
            $wants,
            $off,
            $this->map('the channel of', $was->channels, $mine->channels, $theirs->channels, $words),
            array_values($kept),
            array_intersect_key($this->map('the note on', $was->waiverNotes, $mine->waiverNotes, $theirs->waiverNotes, strval(...)), $kept),
            $this->order($was->order, $mine->order, $theirs->order),
            groups: $this->groups(
                $was->groups,
                $mine->groups,
                $theirs->groups,
                array_map(fn (Want $want): string => $want->id, [...$wants, ...$off]),
            ),
            rules: array_values(
                $this->map('the rule', $rules($was), $rules($mine), $rules($theirs), fn (Rule $rule): string => $rule->why),
            ),
            choices: array_values(
                $this->map('the choice of', $choices($was), $choices($mine), $choices($theirs), fn (Choice $one): string => $one->take),
            ),
        );
    }

    public function plan(): Plan
    {
        return $this->plan;
    }

    /** @return list<array{string, string, string}> what both changed, in words; mine, which stays unless it is taken; theirs */
    public function contested(): array
    {
        return $this->contested;
    }

    private function base(Base $was, Base $mine, Base $theirs): Base
    {
        $build = $this->one('the build of the loader', $was->loaderVersion, $mine->loaderVersion, $theirs->loaderVersion);
        $runtime = $this->one('the runtime', $was->runtimeVersion, $mine->runtimeVersion, $theirs->runtimeVersion);
        $memory = $this->one('the memory', (string) $was->memory, (string) $mine->memory, (string) $theirs->memory);

        return $mine->onBuild((string) $build)->onRuntime((string) $runtime)->withMemory((int) $memory);
    }

    private function one(string $what, ?string $was, ?string $mine, ?string $theirs): ?string
    {
        if ($mine === $was) {
            return $theirs;
        }
        if ($theirs !== $was && $theirs !== $mine) {
            $this->contested[] = [$what, $mine ?? '', $theirs ?? ''];

            return in_array($what, $this->taken, true) ? $theirs : $mine;
        }

        return $mine;
    }

    /**
     * Each entry by its key; mine in their order, and what is new behind them.
     *
     * @template T
     *
     * @param  array<string, T>  $was
     * @param  array<string, T>  $mine
     * @param  array<string, T>  $theirs
     * @param  callable(T): string  $words
     * @return array<string, T>
     */
    private function map(string $what, array $was, array $mine, array $theirs, callable $words): array
    {
        $said = fn (array $of, string $key): ?string => isset($of[$key]) ? $words($of[$key]) : null;
        $merged = [];
        foreach (array_map(strval(...), array_keys($mine + $theirs)) as $key) {
            $of = $this->one("{$what} {$key}", $said($was, $key), $said($mine, $key), $said($theirs, $key));
            $from = $of === $said($mine, $key) ? $mine : $theirs;
            if (isset($from[$key])) {
                $merged[$key] = $from[$key];
            }
        }

        return $merged;
    }

    /**
     * Mine where I have put anything in order since, with what is new in theirs behind what it comes after there.
     *
     * @param  list<string>  $was
     * @param  list<string>  $mine
     * @param  list<string>  $theirs
     * @return list<string>
     */
    private function order(array $was, array $mine, array $theirs): array
    {
        if ($mine === $was || $theirs === $was) {
            return $mine === $was ? $theirs : $mine;
        }
        // Of what both have, whether they have it in another order; what went on one side goes.
        $common = array_values(array_intersect($mine, $theirs, $was));
        [$before, $ours, $others] = array_map(fn (array $order): array => array_values(array_intersect($order, $common)), [
            $was,
            $mine,
            $theirs,
        ]);
        $isMine = $ours !== $before;
        if ($isMine && $others !== $before && $others !== $ours) {
            $what = 'the order of '.count($common);
            $this->contested[] = [$what, implode(', ', $ours), implode(', ', $others)];
            $isMine = ! in_array($what, $this->taken, true);
        }
        [$first, $second] = $isMine ? [$mine, $theirs] : [$theirs, $mine];
        $merged = array_values(array_filter($first, fn (string $id): bool => in_array($id, $second, true) || ! in_array($id, $was, true)));
        foreach ($second as $place => $id) {
            if (! in_array($id, $merged, true) && ! in_array($id, $was, true)) {
                $earlier = array_values(array_intersect(array_slice($second, 0, $place), $merged));
                $after = $earlier === [] ? -1 : (int) array_search($earlier[count($earlier) - 1], $merged, true);
                array_splice($merged, $after + 1, 0, [$id]);
            }
        }

        return $merged;
    }

    /**
     * Each package's group by itself, so that of two who have put together different things neither is lost.
     *
     * @param  array<string, list<string>>  $was
     * @param  array<string, list<string>>  $mine
     * @param  array<string, list<string>>  $theirs
     * @param  list<string>  $asked  what is asked for, on or off: nothing else is in a group
     * @return array<string, list<string>>
     */
    private function groups(array $was, array $mine, array $theirs, array $asked): array
    {
        $merged = $this->map('the group of', self::byMember($was), self::byMember($mine), self::byMember($theirs), strval(...));
        $groups = array_fill_keys([...array_map(strval(...), array_keys($mine)), ...array_map(strval(...), array_keys($theirs))], []);
        foreach (array_intersect_key($merged, array_flip($asked)) as $id => $name) {
            $groups[$name][] = (string) $id;
        }

        return array_filter($groups);
    }

    /**
     * @param  array<string, list<string>>  $groups
     * @return array<string, string> package => group
     */
    private static function byMember(array $groups): array
    {
        $by = [];
        foreach ($groups as $name => $ids) {
            foreach ($ids as $id) {
                $by[$id] ??= (string) $name;
            }
        }

        return $by;
    }
}
