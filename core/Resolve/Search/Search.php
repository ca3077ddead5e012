<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

use Stasimon\Core\Resolve\Fact\Bounded;

/**
 * Conflict-driven clause learning over packages whose values are sets of releases.
 *
 * Two published ideas joined. From clause learning (Marques-Silva and Sakallah, "GRASP", 1999; Moskewicz and others,
 * "Chaff", 2001): a trail of levels, two watched literals, learning at the first unique implication point. From the
 * PubGrub algorithm: a variable is a package, not a release, a literal is a set of its releases, and clauses are made
 * only for releases that the search takes. docs/resolver.md is to be read beside this class.
 */
final class Search
{
    public readonly Trail $trail;

    private readonly Learning $learning;

    private readonly Watches $watches;

    /** @var array<int, array<int, true>> package => positions whose clauses are made */
    private array $made = [];

    /** @var list<Clause> clauses of one literal */
    private array $units = [];

    /** @var list<Clause> longer clauses of which the request's roots leave one literal, or none */
    private array $decided = [];

    /** @var list<Clause> clauses that rest on what one request wants */
    private array $passing = [];

    /** @var list<Clause> clauses that were violated when they were made, and not looked at since */
    private array $pending = [];

    private int $head = 0;

    public int $decisions = 0;

    public int $conflicts = 0;

    /** What makes the clauses, while a search runs; not held longer, so that neither keeps the other in memory. */
    private ?Rules $rules = null;

    public function __construct()
    {
        $this->trail = new Trail();
        $this->learning = new Learning($this->trail);
        $this->watches = new Watches($this->trail);
    }

    /** @param  string  $root  what the request leaves of the package, with bit 0 */
    public function introduce(int $package, int $releases, string $root): void
    {
        $this->trail->introduce($package, $releases, $root);
        $this->watches->introduce($package);
    }

    /** Forgets every decision, and takes another request's roots; what was learned stays. */
    public function restart(): void
    {
        $this->trail->clear();
        $this->pending = [];
        $this->head = 0;
    }

    /** Drops the clauses that do not follow from the catalogue alone, because what they rest on no longer holds. */
    public function forgetPassing(): void
    {
        foreach ($this->passing as $clause) {
            $clause->dropped = true;
        }
        $this->passing = [];
        $this->units = array_values(array_filter($this->units, fn (Clause $clause): bool => ! $clause->dropped));
    }

    /** To be called when roots change. */
    public function rewatch(): void
    {
        $this->decided = $this->watches->renew();
    }

    /**
     * Finds values for all packages under which every clause holds.
     *
     * @param  list<Clause>  $facts  that hold for this request only
     * @param  Rules  $rules  make the clauses of a release when it is first taken
     * @return Clause|null the refutation: a clause without literals whose parents lead to it; null when there is a line-up
     *
     * @throws Stopped
     */
    public function solve(array $facts, Chooser $chooser, Rules $rules, ?Deadline $deadline = null): ?Clause
    {
        $this->rules = $rules;
        // A search makes much that stays and no cycles; looking for cycles meanwhile would cost as much as the search.
        $collects = gc_enabled();
        gc_disable();
        try {
            return $this->run($facts, $chooser, $deadline);
        } finally {
            $this->rules = null;
            $collects ? gc_enable() : null;
        }
    }

    /**
     * @param  list<Clause>  $facts
     *
     * @throws Stopped
     */
    private function run(array $facts, Chooser $chooser, ?Deadline $deadline): ?Clause
    {
        foreach ([...$this->units, ...$this->decided, ...$facts] as $clause) {
            $conflict = $this->state($clause) ?? $this->propagate();
            if ($conflict !== null) {
                $this->conflicts++;

                return $this->learning->from($conflict);
            }
        }

        while (true) {
            $conflict = $this->propagate();
            while ($conflict !== null) {
                $this->conflicts++;
                if ($deadline !== null && $this->conflicts % 16 === 0 && $deadline->reached()) {
                    throw new Stopped();
                }
                $this->watches->watchHighest($conflict);
                $learned = $this->learning->from($conflict);
                $this->learning->cool();
                if ($learned->literals === [] || $this->trail->level() === 0) {
                    return $learned;
                }
                $conflict = $this->turnBack($learned) ?? ($this->settlePending() ?? $this->propagate());
            }
            if ($deadline !== null && $this->decisions % 64 === 0 && $deadline->reached()) {
                throw new Stopped();
            }
            $decision = $chooser->next($this->trail, $this->conflicts);
            if ($decision === null) {
                return null;
            }
            $this->decide($decision[0], $decision[1]);
        }
    }

    private function decide(int $package, string $set): void
    {
        $this->decisions++;
        $this->trail->open();
        $this->trail->narrow($package, $this->trail->domain[$package] & $set, null);
    }

    /** Unit propagation over the watched literals; the clause that is violated, if one is. */
    private function propagate(): ?Clause
    {
        $trail = $this->trail;
        while ($this->head < $trail->length) {
            $package = $trail->package[$this->head++];
            $violated = $this->watches->visit($package);
            if ($violated !== null) {
                return $violated;
            }
            $position = $trail->table[$package]->single[$trail->domain[$package]] ?? null;
            if ($position !== null && ! isset($this->made[$package][$position])) {
                $violated = $this->makeClauses($package, $position);
                if ($violated !== null) {
                    return $violated;
                }
            }
        }

        $literals = $trail->overBound();

        return $literals === null ? null : new Clause($literals, new Bounded());
    }

    /** The clauses of a release that has just become the only one its package can be. */
    private function makeClauses(int $package, int $position): ?Clause
    {
        $this->made[$package][$position] = true;
        foreach ($this->rules?->clausesOf($package, $position) ?? [] as $clause) {
            $violated = $this->add($clause);
            if ($violated !== null) {
                $this->pending[] = $violated;
            }
        }

        return array_pop($this->pending);
    }

    /** Adds a clause for good; returned if it is violated here and now. */
    private function add(Clause $clause): ?Clause
    {
        if ($clause->passing) {
            $this->passing[] = $clause;
        }
        $open = $this->trail->openIn($clause);
        if (count($open) > 1) {
            $this->watches->watch($clause, $open);

            return null;
        }
        $two = [...$open, ...$this->trail->latestFalse($clause, $open)];
        if (count($two) === 1) {
            // Stated at the next start; until then watched like any other, because this may be far from level 0.
            $this->units[] = $clause;
        }
        $this->watches->watch($clause, $two);

        return $this->assert($clause, $open);
    }

    /**
     * Narrows by the one literal of a clause that is not false; returns the clause if all are.
     *
     * @param  list<int>  $open  the packages that can still make it true
     */
    private function assert(Clause $clause, array $open): ?Clause
    {
        if ($open === []) {
            return $clause;
        }
        if (count($open) === 1) {
            $left = $this->trail->domain[$open[0]] & $clause->literals[$open[0]];
            if ($left !== $this->trail->domain[$open[0]]) {
                $this->trail->narrow($open[0], $left, $clause);
            }
        }

        return null;
    }

    /** States a clause at level 0, where it is false nowhere unless it is violated, so that any two literals can be watched. */
    private function state(Clause $clause): ?Clause
    {
        $open = $this->trail->openIn($clause);
        if (count($open) > 1 && $clause->first < 0) {
            $this->watches->watch($clause, $open);
            $this->passing[] = $clause;
        }

        return $this->assert($clause, $open);
    }

    /** Clauses that were violated beside the one just learned from may be so still, or have become unit. */
    private function settlePending(): ?Clause
    {
        while ($this->pending !== []) {
            $clause = array_pop($this->pending);
            if (count($clause->literals) === 1) {
                $this->backTo(0);
            }
            $violated = $this->assert($clause, $this->trail->openIn($clause));
            if ($violated !== null) {
                return $violated;
            }
        }

        return null;
    }

    /** Takes back the level that a learned clause speaks against, and no more, and narrows by the clause. */
    private function turnBack(Clause $learned): ?Clause
    {
        $this->backTo($this->trail->levelOf($learned) - 1);

        return $learned->parents === [] || $learned->first >= 0
            ? $this->assert($learned, $this->trail->openIn($learned))
            : $this->add($learned);
    }

    /** Takes back every decision above a level. */
    public function backTo(int $level): void
    {
        if ($level >= $this->trail->level()) {
            return;
        }
        $this->head = min($this->head, $this->trail->startOf($level + 1));
        foreach ($this->trail->backTo($level) as $clause) {
            $this->assert($clause, $this->trail->openIn($clause));
        }
    }
}
