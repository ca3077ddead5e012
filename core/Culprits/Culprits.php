<?php

declare(strict_types=1);

namespace Stasimon\Core\Culprits;

use Stasimon\Core\Diagnose\NotLaunched;
use Stasimon\Core\Game\Failure;

/**
 * Finds a smallest set of wants with which a launch fails, by launching with fewer and fewer of them.
 *
 * It is delta debugging: ddmin of Zeller and Hildebrandt, Simplifying and Isolating Failure-Inducing Input, 2002. Before that,
 * the shortest failing beginning of the list is found by halving, again and again with what was found put in front: where
 * fewer mods never make a sound launch fail, that leaves one culprit after some log2(n) launches, and ddmin has nothing to do
 * but to confirm. Where that is not so, ddmin finds a set of which each member is needed, within its published bound.
 *
 * Nothing is kept but the outcomes: asked again with one more of them, it goes on from there.
 */
final readonly class Culprits
{
    /**
     * @param  non-empty-list<string>  $wants  ids, what a want needs before it; all of them together fail
     * @param  array<string, list<string>>  $needs  want => other wants without which it cannot be
     */
    public function __construct(private array $wants, private array $needs = [])
    {
    }

    /**
     * What to launch with next, or what was found.
     *
     * @param  array<string, CulpritTrial>  $outcomes  {@see keyOf()} of a set that was launched => how it went
     */
    public function step(array $outcomes): Narrowing
    {
        $fails = function (array $set) use ($outcomes): bool {
            /** @var list<string> $set */
            $closed = $this->closed($set);
            if (count($closed) === count($this->wants)) {
                return true;
            }
            // Without any mod it is the plain game, which is known to come up.
            if ($closed === []) {
                return false;
            }
            $outcome = $outcomes[self::keyOf($closed)] ?? throw new NotLaunched($closed);

            return $outcome === CulpritTrial::Failed;
        };
        $left = count($this->wants);
        try {
            $found = $this->byBeginnings($fails, $left);
            $found = $fails($found) ? $found : $this->wants;

            return Narrowing::over($this->ddmin($found, $fails, $left));
        } catch (NotLaunched $next) {
            return Narrowing::next($next->set, $left);
        }
    }

    /** @param  list<string>  $set */
    public static function keyOf(array $set): string
    {
        sort($set, SORT_STRING);

        return implode(' ', $set);
    }

    /**
     * With what it needs of the other wants, in the order of the list.
     *
     * @param  list<string>  $set
     * @return list<string>
     */
    public function closed(array $set): array
    {
        $in = [];
        while ($set !== []) {
            $id = array_pop($set);
            if (! isset($in[$id])) {
                $in[$id] = true;
                array_push($set, ...$this->needs[$id] ?? []);
            }
        }

        return array_values(array_filter($this->wants, fn (string $id): bool => isset($in[$id])));
    }

    /**
     * @param  callable(list<string>): bool  $fails
     * @param  int  $left  how many may still be among the culprits
     * @return list<string>
     */
    private function byBeginnings(callable $fails, int &$left): array
    {
        $found = [];
        $low = 0;
        $end = count($this->wants);
        while (! ($found !== [] && $fails($found))) {
            // With the first $low it comes up, with the first $high it fails.
            [$low, $high] = [0, $end];
            while ($high - $low > 1) {
                $left = $high - $low + count($found);
                $middle = intdiv($low + $high, 2);
                $fails([...array_slice($this->wants, 0, $middle), ...$found]) ? $high = $middle : $low = $middle;
            }
            $culprit = $this->wants[$high - 1] ?? null;
            if ($culprit === null || in_array($culprit, $found, true)) {
                // Nothing in front of what was found explains it: it does not behave as halving expects.
                return $found === [] ? $this->wants : [...array_slice($this->wants, 0, $end), ...$found];
            }
            array_unshift($found, $culprit);
            $end = $high - 1;
            $left = $end + count($found);
            if ($end === 0) {
                break;
            }
        }
        $left = count($found);

        return $found;
    }

    /**
     * @param  list<string>  $set  that fails
     * @param  callable(list<string>): bool  $fails
     * @return list<string> that fails, and with any one of it taken away does not
     */
    private function ddmin(array $set, callable $fails, int &$left): array
    {
        $parts = 2;
        while (count($set) >= 2) {
            $left = count($set);
            $size = (int) ceil(count($set) / $parts);
            $subsets = array_chunk($set, max(1, $size));
            $smaller = null;
            foreach ($subsets as $subset) {
                if ($fails($subset)) {
                    [$smaller, $parts] = [$subset, 2];
                    break;
                }
            }
            foreach ($smaller === null && count($subsets) > 2 ? $subsets : [] as $subset) {
                $rest = array_values(array_diff($set, $subset));
                if ($fails($rest)) {
                    [$smaller, $parts] = [$rest, max($parts - 1, 2)];
                    break;
                }
            }
            if ($smaller !== null) {
                $set = $smaller;
            } elseif ($parts >= count($set)) {
                break;
            } else {
                $parts = min(count($set), 2 * $parts);
            }
        }

        return $set;
    }
}
