<?php

declare(strict_types=1);

namespace Stasimon\Core\Pack;

use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanMerge;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\HandOff;

/**
 * A pack that has a newer release, three-way: what it was, what it is, and what somebody made of it. What only one of the two
 * changed is kept as they have it; what both changed otherwise is contested, and something is proposed.
 */
final readonly class PackUpdate
{
    /** @param  list<Line>  $lines  of all that the pack or the person changed, contested ones first */
    private function __construct(private HandOff $was, private HandOff $now, private HandOff $mine, public array $lines)
    {
    }

    public static function of(HandOff $was, HandOff $now, HandOff $mine): self
    {
        $ids = [];
        foreach ([$now, $mine, $was] as $one) {
            foreach ([...$one->plan->wants, ...$one->plan->off] as $want) {
                $ids[$want->id] = $want->id;
            }
        }
        $lines = [];
        foreach ($ids as $id) {
            [$then, $new, $own] = array_map(fn (HandOff $one): Stand => Stand::in($one->plan, $one->releases, $id), [$was, $now, $mine]);
            if (! $then->is($new) || ! $then->is($own)) {
                $lines[] = self::line($id, $then, $new, $own);
            }
        }
        usort($lines, fn (Line $a, Line $b): int => [$b->isContested, $a->id] <=> [$a->isContested, $b->id]);

        return new self($was, $now, $mine, $lines);
    }

    private static function line(string $id, Stand $was, Stand $now, Stand $mine): Line
    {
        $is = fn (bool $pack, bool $isContested, string $why): Line => new Line($id, $was, $now, $mine, $pack, $isContested, $why);

        return match (true) {
            $mine->is($was) => $is(
                true,
                false,
                $now->words() === ''
                    ? 'The pack does without it.'
                    : ($was->words() === ''
                        ? 'The pack brings it.'
                        : 'The pack changed it.'),
            ),
            $now->is($was) => $is(
                false,
                false,
                $was->words() === '' ? 'You added it.' : ($mine->words() === '' ? 'You took it out.' : 'You changed it.'),
            ),
            $mine->is($now) => $is(true, false, 'You have it as the pack has it now.'),
            $mine->isOff && $now->words() === '' => $is(
                false,
                true,
                'You turned it off, and the pack does without it: it stays off, and remembered.',
            ),
            $mine->isOff => $is(false, true, 'You turned it off, and the pack changed it: it stays off.'),
            $mine->words() === '' => $is(false, true, 'You took it out, and the pack changed it: it stays out.'),
            $now->words() === '' => $is(false, true, 'The pack does without it, and you changed it: it stays as you have it.'),
            $mine->range !== $was->range && $mine->range !== '*' => $is(
                false,
                true,
                'You asked for a range of your own, and the pack changed it: yours stays.',
            ),
            default => $is(true, true, 'Both changed it: the pack\'s was tried with the rest of it.'),
        };
    }

    /** The plan that comes of it, on the base that is there. */
    public function plan(Sides $said = new Sides()): Plan
    {
        $mine = $this->mine->plan;
        $takes = [];
        foreach ($this->lines as $line) {
            $takes[$line->id] = $line->isContested ? $said->packages[$line->id] ?? $line->takesPack : $line->takesPack;
        }
        $wants = $off = $versions = [];
        // In the pack's order, and what is one's own after it.
        foreach ([[$this->now->plan, $this->now->releases, true], [$mine, $this->mine->releases, false]] as [$plan, $releases, $isPack]) {
            foreach ([...$plan->wants, ...$plan->off] as $want) {
                if (($takes[$want->id] ?? $isPack) === $isPack && ! isset($wants[$want->id]) && ! isset($off[$want->id])) {
                    $plan->isOff($want->id) ? ($off[$want->id] = $want) : ($wants[$want->id] = $want);
                }
            }
            $versions += $isPack
                ? array_filter($releases, fn (string $id): bool => ($takes[$id] ?? true) || ! $mine->wants($id), ARRAY_FILTER_USE_KEY)
                : $releases;
        }
        $plan = $this->merge(
            array_values($wants),
            array_values(array_filter($off, fn (Want $want): bool => ! isset($wants[$want->id]))),
            $said->others,
        )->plan();
        $base = $plan->base;

        return $plan->keepingTo(
            [$base->game => $base->gameVersion, $base->loader => $base->loaderVersion, $base->runtime => $base->runtimeVersion] + $versions,
        );
    }

    /** @return list<array{string, string, string}> what both changed beside packages, in words; mine, which stays; the pack's */
    public function contested(): array
    {
        return $this->merge($this->mine->plan->wants, $this->mine->plan->off)->contested();
    }

    /**
     * @param  list<Want>  $wants
     * @param  list<Want>  $off
     * @param  list<string>  $taken
     */
    private function merge(array $wants, array $off, array $taken = []): PlanMerge
    {
        return new PlanMerge($this->was->plan, $this->mine->plan, $this->now->plan, $wants, $off, $taken);
    }
}
