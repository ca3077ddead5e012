<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Bases;

use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Stopped;
use Stasimon\Core\Resolve\Want;

/**
 * How much of a wish list each of several bases holds, and why the rest does not come along. What one base teaches about the
 * catalogue serves the next.
 */
final readonly class Bases
{
    /** Conflicts that a first answer may cost, and one that is proved. */
    private const QUICK = 50;

    private const WHOLE = 1_000_000_000;

    public function __construct(private Resolver $resolver, private Request $request)
    {
    }

    /**
     * @param  list<Base>  $bases
     * @return list<Held> in the order of the bases
     */
    public function over(array $bases): array
    {
        return array_map($this->on(...), $bases);
    }

    public function on(Base $base): Held
    {
        $request = $this->asked($base)->wanting([...$base->want, ...$this->request->want]);
        $kept = null;
        try {
            $hard = array_keys($base->want);
            $first = $this->resolver->largest($request, $hard, self::QUICK);
            if ($first === null) {
                return new Held($base, [], [], text: $this->whyNone($base));
            }
            $kept = $this->wishes($base, $first->wants);
            $whole = $first->proved ? $first : $this->resolver->largest($request, $hard, self::WHOLE);
            $best = $whole->wants ?? $first->wants;
            $why = new WhyLost($this->resolver, $this->asked($base), $base);
            // What has no release for this version or loader is in no set at all.
            $plainly = [];
            foreach (array_diff(array_keys($this->request->want), $this->wishes($base, $best)) as $index) {
                $plainly[$index] = $why->plainly($index);
            }
            $open = array_map(fn (int $index): int => $index + count($hard), array_keys(array_diff_key($this->request->want, array_filter($plainly))));
            $kept = $this->wishes($base, $this->earliest($request, $hard, $open, $best));
            $lost = [];
            foreach (array_diff(array_keys($this->request->want), $kept) as $index) {
                $lost[] = $this->lost($base, $kept, $index, $why, $plainly[$index] ?? null);
            }

            return new Held($base, $kept, $this->lineUp($base, $kept), $lost);
        } catch (Stopped) {
            return new Held($base, $kept ?? [], [], proved: false);
        }
    }

    private function asked(Base $base): Request
    {
        return $base->forbid === [] ? $this->request : $this->request->forbidding([...$this->request->forbid, ...$base->forbid]);
    }

    /**
     * Of the sets as large as this, that which keeps the earliest want on which they differ.
     *
     * @param  list<int>  $hard
     * @param  list<int>  $open  those that may be in such a set
     * @param  list<int>  $best
     * @return list<int>
     */
    private function earliest(Request $request, array $hard, array $open, array $best): array
    {
        $count = count($best);
        $fixed = $hard;
        foreach ($open as $index) {
            if (! in_array($index, $best, true)) {
                $with = $this->resolver->largest($request, [...$fixed, $index], self::WHOLE);
                if ($with === null || count($with->wants) < $count) {
                    continue;
                }
                $best = $with->wants;
            }
            $fixed[] = $index;
        }

        return $best;
    }

    /**
     * @param  list<int>  $wants  indices of base and wishes together
     * @return list<int> of the wishes alone
     */
    private function wishes(Base $base, array $wants): array
    {
        $count = count($base->want);

        return array_values(array_map(fn (int $index): int => $index - $count, array_filter($wants, fn (int $index): bool => $index >= $count)));
    }

    /**
     * @param  list<int>  $kept
     * @return list<\Stasimon\Core\Resolve\Selected>
     */
    private function lineUp(Base $base, array $kept): array
    {
        $answer = $this->resolver->resolve($this->asked($base)->wanting([...$base->want, ...array_map(fn (int $index): Want => $this->request->want[$index], $kept)]));

        return $answer instanceof Resolved ? $answer->selection : [];
    }

    private function whyNone(Base $base): string
    {
        $request = $this->asked($base)->wanting($base->want);
        $refused = $this->resolver->refusal($request);

        return $refused === null ? '' : WhyLost::facts($request, $refused, $this->resolver);
    }

    /** @param  list<int>  $kept */
    private function lost(Base $base, array $kept, int $index, WhyLost $why, ?Lost $lost): Lost
    {
        if ($lost === null) {
            $alone = $this->asked($base)->wanting([...$base->want, $this->request->want[$index]]);
            $refused = $this->resolver->refusal($alone);
            $lost = $refused instanceof Refused ? new Lost($index, WhyLost::facts($alone, $refused, $this->resolver)) : $why->beside($index, $kept);
        }

        return new Lost($index, $lost->text, $lost->lastFor, $lost->with, $this->instead($base, $kept, $index));
    }

    /**
     * Understudies with which, in a want's place, more holds.
     *
     * @param  list<int>  $kept
     * @return array<string, list<int>>
     */
    private function instead(Base $base, array $kept, int $index): array
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
