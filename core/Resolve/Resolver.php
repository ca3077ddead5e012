<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Closure;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Resolve\Search\BitTable;
use Stasimon\Core\Resolve\Search\Clause;
use Stasimon\Core\Resolve\Search\Deadline;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Search\Tally;

/**
 * Answers requests over one catalogue as docs/formats/resolution.md says. What it learns from the catalogue for one
 * request serves the next.
 */
final class Resolver
{
    private ?Encoding $encoding = null;

    public function __construct(public readonly Catalogue $catalogue, private readonly ?Deadline $deadline = null)
    {
    }

    /** How many packages it has met so far: with each request that meets others it has more to go through for the next. */
    public function met(): int
    {
        return count($this->encoding->packages ?? []);
    }

    /** One that has learned nothing yet. */
    public function anew(): self
    {
        return new self($this->catalogue, $this->deadline);
    }

    /**
     * Prepares for requests that waive some of these.
     *
     * @param  list<Waiver>  $waivers
     */
    public function mayWaive(array $waivers): void
    {
        if ($this->encoding === null || ! $this->encoding->canWaive($waivers)) {
            $this->encoding = new Encoding($this->catalogue, $waivers, $this->encoding->choices ?? []);
        }
    }

    /** @throws Stopped at the deadline */
    public function resolve(Request $request): Resolved|Refused
    {
        $encoding = $this->pose($request);

        return $request->policy === Policy::Newest ? $this->newest($encoding) : $this->settled($encoding);
    }

    /**
     * The line-up with the newest wants in which nothing of what is there changes; only what nothing asks for goes.
     *
     * @param  list<string>  $free  packages that may change all the same
     *
     * @throws Stopped at the deadline
     */
    public function unchanged(Request $request, array $free = []): ?Resolved
    {
        $encoding = $this->pose($request);
        $facts = $encoding->wantClauses();
        $stays = array_diff_key(
            $this->have($encoding)[0],
            array_flip(array_filter(array_map($encoding->numberOf(...), $free), is_int(...))),
        );
        $wishes = [];
        foreach ($stays as $number => $set) {
            $facts[] = new Clause([$number => $set | $encoding->search->trail->table[$number]->absent], new Fact\Bounded());
            $wishes[] = [$number, $set];
        }
        if ($encoding->search->solve($facts, new Decisions($encoding, $stays, true, $wishes), $encoding, $this->deadline) !== null) {
            return null;
        }
        foreach ($wishes as [$number, $set]) {
            if ($encoding->search->trail->domain[$number] !== $set) {
                return null;
            }
        }
        $selection = Selection::of($encoding);
        $selection->keepReached();
        $selection->dropSpares($stays);
        $selection->makeNewer($stays);
        // Whether fewer of what is taken last would do is for the whole question to find.
        if ($selection->reluctant($stays) > 0) {
            return null;
        }

        return $this->resolved($encoding, $selection, []);
    }

    /**
     * Why there is no line-up; null when there is one.
     *
     * @throws Stopped at the deadline
     */
    public function refusal(Request $request): ?Refused
    {
        $encoding = $this->pose($request);
        $refutation = $this->solve($encoding, new Decisions($encoding, [], true));

        return $refutation === null ? null : $this->refused($encoding, $refutation);
    }

    /**
     * The version that a wanted package has in a request's line-up; null when there is none, or something else stands for it.
     *
     * @throws Stopped at the deadline
     */
    public function newestOf(string $id, Request $request): ?string
    {
        $encoding = $this->pose($request);
        if ($this->solve($encoding, new Decisions($encoding, [], true)) !== null) {
            return null;
        }
        $number = $encoding->numberOf($id);
        $position = $number === null ? null : $encoding->search->trail->positionOf($number);

        return $number === null || $position === null ? null : $encoding->packages[$number]->releases[$position]->version;
    }

    /**
     * The largest set of wants that can hold together, given some that have to: first one that no other want can be added
     * to, the earlier wants before the later; then larger ones, until it is shown that there is none or a number of
     * conflicts is used up.
     *
     * @param  list<int>  $hard  indices of the wants that have to hold
     * @param  int  $effort  conflicts to spend on larger sets
     * @return Largest|null null when those that have to hold cannot
     *
     * @throws Stopped at the deadline
     */
    public function largest(Request $request, array $hard, int $effort = 200): ?Largest
    {
        $wishing = new Wishing($this->pose($request), $hard);
        $kept = $wishing->solve($this->deadline);
        $budget = new Budget($wishing->search(), $effort, $this->deadline);
        $best = $kept;
        while ($best !== null && count($best) < count($request->want)) {
            $wishing->lose(count($request->want) - count($best) - 1);
            try {
                $larger = $wishing->solve($budget);
            } catch (Stopped $stopped) {
                return $budget->spent() ? new Largest($best, false, $best === $kept) : throw $stopped;
            }
            if ($larger === null) {
                break;
            }
            $best = $larger;
        }

        return $best === null ? null : new Largest($best, true, $best === $kept);
    }

    /**
     * Of the sets of at least so many wants that can hold together, given some that have to, the one that keeps the earliest
     * want on which they differ: wants are decided first and in their order, so that the first set which is found is that one.
     *
     * @param  list<int>  $hard  indices of the wants that have to hold
     * @return list<int>|null indices of wants; null when there is no such set
     *
     * @throws Stopped at the deadline
     */
    public function earliest(Request $request, array $hard, int $count): ?array
    {
        $wishing = new Wishing($this->pose($request), $hard);
        $wishing->lose(count($request->want) - $count);

        return $wishing->solve($this->deadline);
    }

    private function pose(Request $request): Encoding
    {
        $this->mayWaive($request->waive);
        assert($this->encoding !== null);
        if ($this->encoding->choices != $request->choose) {
            $this->encoding = new Encoding($this->catalogue, $this->encoding->waivable, $request->choose);
        }
        $this->encoding->pose($request);

        return $this->encoding;
    }

    private function refused(Encoding $encoding, Clause $refutation): Refused
    {
        return new Refused($encoding, $encoding->request, $refutation, $this->effort($encoding));
    }

    private function newest(Encoding $encoding): Resolved|Refused
    {
        $refutation = $this->solve($encoding, new Decisions($encoding, [], true));
        if ($refutation !== null) {
            return $this->refused($encoding, $refutation);
        }
        $polished = function () use ($encoding): Selection {
            $selection = Selection::of($encoding);
            $selection->keepReached();
            $selection->dropSpares();
            $selection->makeNewer();

            return $selection;
        };
        $again = function () use ($encoding, $polished): Selection {
            $this->solve($encoding, new Decisions($encoding, [], true));

            return $polished();
        };

        return $this->resolved($encoding, $this->leastReluctant($encoding, $polished(), [], [], $again), []);
    }

    /**
     * The line-up with the fewest releases that are taken last: the one that was found, where it has none, and otherwise what is
     * found again once no more of them are allowed than there have to be.
     *
     * @param  list<Tally>  $tallies  what was settled before
     * @param  array<int, string>  $have
     * @param  Closure(): Selection  $again
     */
    private function leastReluctant(Encoding $encoding, Selection $selection, array $tallies, array $have, Closure $again): Selection
    {
        $counted = [];
        while ($selection->reluctant() > 0 && count($known = $encoding->unavoided()) > count($counted)) {
            // Only packages that were met are counted; where others come in for them, it is counted anew with those.
            $counted = $known;
            $tally = new Tally($counted, false);
            $encoding->search->forgetPassing();
            $encoding->search->trail->tell(...$tallies, ...[$tally]);
            $this->tighten($encoding, $tally, $have);
            $encoding->search->restart();
            $selection = $again();
        }

        return $selection;
    }

    /**
     * Finds a line-up that keeps what is there where it can, then asks for a better one until there is none: first
     * fewer removed packages, then fewer changed ones; then the newest wants that cost no more.
     */
    private function settled(Encoding $encoding): Resolved|Refused
    {
        [$have, $present] = $this->have($encoding);
        $removed = new Tally($present, false);
        $changed = new Tally($have, true);
        $encoding->search->trail->tell($removed, $changed);

        foreach ([$removed, $changed] as $tally) {
            $refutation = $this->tighten($encoding, $tally, $have);
            if ($refutation !== null) {
                return $this->refused($encoding, $refutation);
            }
        }
        $again = function () use ($encoding, $have): Selection {
            $encoding->search->restart();
            $this->solve($encoding, new Decisions($encoding, $have, true));
            $selection = Selection::of($encoding);
            $selection->keepReached($have);
            $selection->dropSpares($have);
            $selection->makeNewer(
                array_filter(
                    $have,
                    fn (string $set, int $package): bool => $set === $encoding->search->trail->domain[$package],
                    ARRAY_FILTER_USE_BOTH,
                ),
                $have,
            );

            return $selection;
        };

        return $this->resolved($encoding, $this->leastReluctant($encoding, $again(), [$removed, $changed], $have, $again), $have);
    }

    /**
     * Lowers what a tally allows to the least there is.
     *
     * @param  array<int, string>  $have
     * @return Clause|null the refutation, if there is no line-up at all
     */
    private function tighten(Encoding $encoding, Tally $tally, array $have): ?Clause
    {
        $found = null;
        while (true) {
            $encoding->search->restart();
            $refutation = $this->solve($encoding, new Decisions($encoding, $have, false));
            if ($refutation !== null && $found === null) {
                return $refutation;
            }
            if ($refutation !== null) {
                $tally->most = $found;
                $encoding->search->forgetPassing();

                return null;
            }
            $found = $tally->lost();
            if ($found === $this->unavoidable($encoding, $tally)) {
                $tally->most = $found;

                return null;
            }
            $tally->most = $found - 1;
        }
    }

    /** How many packages a tally counts before anything is decided. */
    private function unavoidable(Encoding $encoding, Tally $tally): int
    {
        $encoding->search->backTo(0);

        return $tally->lost();
    }

    /**
     * What is there, as far as the catalogue knows it.
     *
     * @return array{array<int, string>, array<int, string>} package => its release; package => all of its releases
     */
    private function have(Encoding $encoding): array
    {
        $have = $present = [];
        foreach ($encoding->request->have as $id => $version) {
            $number = $encoding->numberOf((string) $id);
            $position = $number === null ? null : $encoding->packages[$number]->positionOf($version);
            if ($number !== null && $position !== null) {
                $table = BitTable::ofSize(count($encoding->packages[$number]->releases));
                $present[$number] = $table->full ^ $table->absent;
                $have[$number] = $table->of[$position];
            }
        }
        ksort($have);

        return [$have, $present];
    }

    private function solve(Encoding $encoding, Decisions $decisions): ?Clause
    {
        return $encoding->search->solve($encoding->wantClauses(), $decisions, $encoding, $this->deadline);
    }

    private function effort(Encoding $encoding): Effort
    {
        return new Effort($encoding->releasesSeen, $encoding->search->decisions, $encoding->search->conflicts);
    }

    /** @param  array<int, string>  $have */
    private function resolved(Encoding $encoding, Selection $selection, array $have): Resolved
    {
        $fromWants = $selection->keepReached($have);
        $because = (new Reasons($encoding))->of($selection->positions);
        $selected = $unneeded = $versions = [];
        foreach ($selection->positions as $package => $position) {
            $owner = $encoding->packages[$package];
            $selected[] = new Selected($owner, $owner->releases[$position], $because[$package] ?? []);
            $versions[$owner->id] = $owner->releases[$position]->version;
            if (! isset($fromWants[$package])) {
                $unneeded[] = $owner->id;
            }
        }
        usort($selected, fn (Selected $a, Selected $b): int => strcmp($a->package->id, $b->package->id));
        sort($unneeded, SORT_STRING);

        return new Resolved(
            $encoding->request,
            $selected,
            Changes::between($encoding->request->have, $versions),
            $unneeded,
            $this->effort($encoding),
        );
    }
}
