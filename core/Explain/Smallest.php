<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Resolve\Fact\BeyondChannel;
use Stasimon\Core\Resolve\Fact\Forbidden;
use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Search\Chooser;
use Stasimon\Core\Resolve\Search\Clause;
use Stasimon\Core\Resolve\Search\Rules;
use Stasimon\Core\Resolve\Search\Search;
use Stasimon\Core\Resolve\Search\Trail;
use Stasimon\Core\Version\ReleaseSet;

/**
 * A refutation from facts of which none can be left out: a minimal unsatisfiable subset of those that another one rests on, by
 * deletion (Marques-Silva, "Minimal Unsatisfiability: Models, Algorithms and Applications", 2010, section 3).
 */
final class Smallest implements Chooser, Rules
{
    /** Facts of a refutation of which each is tried; where there are more, none is left out. */
    private const MOST = 300;

    /** @param  list<Clause>  $facts */
    private function __construct(private readonly array $facts, private readonly Refused $refused)
    {
    }

    public static function of(Refused $refused): Clause
    {
        $facts = self::facts($refused->refutation);
        // What channels and exclusions take away comes in only where the rest does not clash by itself.
        $found = (new self($facts, $refused))->refutation();
        if ($found === null) {
            $facts = [...self::roots($facts, $refused), ...$facts];
            $found = (new self($facts, $refused))->refutation();
        }
        if ($found === null || count($facts) > self::MOST) {
            return $found ?? $refused->refutation;
        }
        $suspects = self::inOrder(self::facts($found));
        $needed = [];
        while ($suspects !== []) {
            $tried = array_shift($suspects);
            $without = (new self([...$needed, ...$suspects], $refused))->refutation();
            if ($without === null) {
                $needed[] = $tried;
            } else {
                $rests = self::facts($without);
                $suspects = array_values(
                    array_filter($suspects, fn (Clause $one): bool => in_array($one->fact, array_column($rests, 'fact'), true)),
                );
                $found = $without;
            }
        }

        return $found;
    }

    public function next(Trail $trail, int $conflicts): ?array
    {
        foreach ($this->facts as $fact) {
            $open = null;
            foreach ($fact->literals as $package => $set) {
                $left = $trail->domain[$package] & $set;
                if ($left === $trail->domain[$package]) {
                    continue 2;
                }
                $open ??= $left === $trail->none[$package] ? null : [$package, $left];
            }
            if ($open !== null) {
                return $open;
            }
        }

        return null;
    }

    public function clausesOf(int $package, int $position): array
    {
        return [];
    }

    /** Null where the facts can hold together. */
    private function refutation(): ?Clause
    {
        $search = new Search();
        $trail = $this->refused->encoding->search->trail;
        $facts = [];
        foreach ($this->facts as $fact) {
            foreach (array_keys($fact->literals) as $package) {
                isset($search->trail->full[$package]) ?:
                $search->introduce($package, count($this->refused->encoding->packages[$package]->releases), $trail->full[$package]);
            }
            $facts[] = new Clause($fact->literals, $fact->fact);
        }

        return $search->solve($facts, $this, $this);
    }

    /** @return list<Clause> what a clause rests on */
    private static function facts(Clause $clause): array
    {
        $facts = $seen = [];
        $queue = [$clause];
        while ($queue !== []) {
            $one = array_pop($queue);
            if (! isset($seen[spl_object_id($one)])) {
                $seen[spl_object_id($one)] = true;
                $one->fact === null ? array_push($queue, ...$one->parents) : ($facts[] = $one);
            }
        }

        return $facts;
    }

    /**
     * What can be left out soonest first: that of channels, then of packages, then of the person.
     *
     * @param  list<Clause>  $facts
     * @return list<Clause>
     */
    private static function inOrder(array $facts): array
    {
        $rank = fn (Clause $one): int => $one->fact instanceof Wanted
            ? 2
            : ($one->fact instanceof BeyondChannel || $one->fact instanceof Forbidden
                ? 0
                : 1);
        usort($facts, fn (Clause $a, Clause $b): int => $rank($a) <=> $rank($b));

        return $facts;
    }

    /**
     * What the request's channels and exclusions say about the packages of some facts.
     *
     * @param  list<Clause>  $facts
     * @return list<Clause>
     */
    private static function roots(array $facts, Refused $refused): array
    {
        $roots = [];
        foreach (array_keys(array_replace([], ...array_map(fn (Clause $fact): array => $fact->literals, $facts))) as $number) {
            $package = $refused->encoding->packages[$number];
            $channel = $refused->request->channelOf($package->id);
            $beyond = ReleaseSet::all(count($package->releases))->without($package->allowed($channel));
            $forbidden = ReleaseSet::none(count($package->releases));
            foreach ($refused->request->forbid as $ruledOut) {
                if ($ruledOut->id === $package->id) {
                    $forbidden = $forbidden->union($package->within($ruledOut->range, $ruledOut->syntax));
                }
            }
            $forbidden = $forbidden->without($beyond);
            $facts = [[$beyond, new BeyondChannel($package, $beyond, $channel)], [$forbidden, new Forbidden($package, $forbidden)]];
            foreach ($facts as [$set, $fact]) {
                if (! $set->isEmpty()) {
                    $roots[] = new Clause([$number => $refused->encoding->search->trail->full[$number] ^ $set->bits], $fact);
                }
            }
        }

        return $roots;
    }
}
