<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;

/**
 * How much of a wish list each of several bases holds, and why the rest does not come along. What one base teaches about the
 * catalogue serves the next.
 */
final class WishBases
{
    /** Conflicts that a first answer may cost, and one that is proved. */
    private const QUICK = 50;

    private const WHOLE = 1_000_000_000;

    /** Packages beyond which what was learned on other bases costs more than it saves. */
    private const MET = 3_000;

    public function __construct(private Resolver $resolver, private readonly Request $request)
    {
    }

    /**
     * @param  list<TriedBase>  $bases
     * @return list<BaseHolds> in the order of the bases
     */
    public function over(array $bases): array
    {
        return array_map($this->on(...), $bases);
    }

    public function on(TriedBase $base): BaseHolds
    {
        $this->resolver = $this->resolver->met() > self::MET ? $this->resolver->anew() : $this->resolver;
        $kept = null;
        try {
            $why = new WhyLost($this->resolver, $this->asked($base), $base);
            // What has no release for this version or loader is in no set at all, and need not be tried.
            $plainly = [];
            foreach (array_keys($this->request->want) as $index) {
                $plainly[$index] = $this->isWaived($index) ? null : $why->plainly($index, surely: true);
            }
            $open = array_keys(array_filter($plainly, fn (?Lost $lost): bool => $lost === null));
            $request = $this->asked($base)->wanting([
                ...$base->want,
                ...array_map(fn (int $index): Want => $this->request->want[$index], $open),
            ]);
            $hard = array_keys($base->want);
            $first = $this->resolver->largest($request, $hard, self::QUICK);
            if ($first === null) {
                return new BaseHolds($base, [], [], text: $this->whyNone($base));
            }
            $kept = $this->wishes($base, $first->wants, $open);
            $whole = $first->proved ? $first : $this->resolver->largest($request, $hard, self::WHOLE) ?? $first;
            $earliest = $whole->earliest ? null : $this->resolver->earliest($request, $hard, count($whole->wants));
            $kept = $this->wishes($base, $earliest ?? $whole->wants, $open);
            $lost = [];
            foreach (array_diff(array_keys($this->request->want), $kept) as $index) {
                $lost[] = $this->lost($base, $kept, $index, $why, $plainly[$index] ?? $why->plainly($index));
            }

            return new BaseHolds($base, $kept, $this->lineUp($base, $kept), $lost);
        } catch (Stopped) {
            return new BaseHolds($base, $kept ?? [], [], proved: false);
        }
    }

    /** Whether a need of it does not count, so that what it has releases for says little. */
    private function isWaived(int $index): bool
    {
        return array_filter($this->request->waive, fn (Waiver $waiver): bool => $waiver->id === $this->request->want[$index]->id) !== [];
    }

    private function asked(TriedBase $base): Request
    {
        return $base->forbid === [] ? $this->request : $this->request->forbidding([...$this->request->forbid, ...$base->forbid]);
    }

    /**
     * @param  list<int>  $wants  places among what was asked for, base and wishes together
     * @param  list<int>|null  $open  the wishes that were asked for; all of them if null
     * @return list<int> of the wishes alone
     */
    private function wishes(TriedBase $base, array $wants, ?array $open = null): array
    {
        $count = count($base->want);
        $places = array_filter($wants, fn (int $place): bool => $place >= $count);

        return array_values(array_map(fn (int $place): int => $open === null ? $place - $count : $open[$place - $count], $places));
    }

    /**
     * @param  list<int>  $kept
     * @return list<\Stasimon\Core\Resolve\Selected>
     */
    private function lineUp(TriedBase $base, array $kept): array
    {
        $answer = $this->resolver->resolve(
            $this->asked($base)->wanting([...$base->want, ...array_map(fn (int $index): Want => $this->request->want[$index], $kept)]),
        );

        return $answer instanceof Resolved ? $answer->selection : [];
    }

    private function whyNone(TriedBase $base): string
    {
        $request = $this->asked($base)->wanting($base->want);
        $refused = $this->resolver->refusal($request);

        return $refused === null ? '' : WhyLost::facts($request, $refused, $this->resolver);
    }

    /** @param  list<int>  $kept */
    private function lost(TriedBase $base, array $kept, int $index, WhyLost $why, ?Lost $lost): Lost
    {
        if ($lost === null) {
            $alone = $this->asked($base)->wanting([...$base->want, $this->request->want[$index]]);
            $refused = $this->resolver->refusal($alone);
            $lost =
                $refused instanceof Refused
                    ? new Lost($index, WhyLost::facts($alone, $refused, $this->resolver))
                    : $why->beside($index, $kept);
        }

        return new Lost($index, $lost->text, $lost->lastFor, $lost->with, $this->instead($base, $kept, $index));
    }

    /**
     * Understudies with which, in a want's place, more holds.
     *
     * @param  list<int>  $kept
     * @return array<string, list<int>>
     */
    private function instead(TriedBase $base, array $kept, int $index): array
    {
        $instead = [];
        foreach ($this->resolver->catalogue->package($this->request->want[$index]->id)->understudies ?? [] as $understudy) {
            if ($this->resolver->catalogue->package($understudy) === null) {
                continue;
            }
            $wishes = $this->request->want;
            $wishes[$index] = new Want($understudy);
            $request = $this->asked($base)->wanting([...$base->want, ...$wishes]);
            $largest = $this->resolver->largest($request, array_keys($base->want), self::WHOLE);
            $with = $largest === null ? [] : $this->wishes($base, $largest->wants);
            if (count($with) > count($kept)) {
                $instead[$understudy] = $with;
            }
        }

        return $instead;
    }
}
