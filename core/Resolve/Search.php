<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

/**
 * Conflict-driven clause learning over packages whose values are sets of releases.
 *
 * Two published ideas joined. From clause learning (Marques-Silva and Sakallah, "GRASP", 1999; Moskewicz and others,
 * "Chaff", 2001): a trail of levels, two watched literals, learning at the first unique implication point, jumping back.
 * From the PubGrub algorithm: a variable is a package, not a release, a literal is a set of its releases, and clauses
 * are made only for releases that the search takes. docs/resolver.md is to be read beside this class.
 *
 * A learned clause keeps the literals that the request's own channels and exclusions made false, so that most of what is
 * learned follows from the catalogue alone; the rest is marked as passing.
 */
final class Search
{
    /** @var array<int, string> package => the releases it can still be */
    public array $domain = [];

    /** @var array<int, string> package => no bit */
    public array $none = [];

    /** @var array<int, string> package => every bit, that for "not in the line-up" included */
    public array $full = [];

    /** @var array<int, array<int|string, int>> package => set of one release => its position */
    public array $single = [];

    /** @var array<int, string> package => what the request leaves of it before anything is decided */
    public array $root = [];

    /** @var list<int> the package that each entry of the trail narrowed */
    public array $trail = [];

    /** @var list<string> its domain before */
    private array $before = [];

    /** @var list<?Clause> why; null for a decision */
    private array $reason = [];

    /** @var list<int> the entry of the same package before this one, or -1 */
    private array $previous = [];

    /** @var list<int> */
    private array $levelOf = [];

    /** @var array<int, int> package => its latest entry, or -1 */
    private array $latest = [];

    /** @var list<int> level => its first entry */
    private array $starts = [0];

    /** @var array<int, list<Clause>> package => clauses that watch it */
    private array $watchers = [];

    /** @var array<int, array<int, true>> package => positions whose clauses are made */
    private array $made = [];

    /** @var list<Clause> clauses of one literal */
    private array $units = [];

    /** @var list<Clause> clauses that were violated when they were made, and not looked at since */
    private array $pending = [];

    private int $head = 0;

    public int $decisions = 0;

    public int $conflicts = 0;

    private ?Rules $rules = null;

    /** @var list<Tally> */
    public array $tallies = [];

    public function rule(Rules $rules): void
    {
        $this->rules = $rules;
    }

    public function size(): int
    {
        return count($this->domain);
    }

    public function level(): int
    {
        return count($this->starts) - 1;
    }

    /** @param  string  $root  what the request leaves of the package, with bit 0 */
    public function introduce(int $package, int $releases, string $root): void
    {
        $table = BitTable::ofSize($releases);
        $this->full[$package] = $table->full;
        $this->none[$package] = $table->none;
        $this->single[$package] = $table->single;
        $this->root[$package] = $root;
        $this->domain[$package] = $root;
        $this->latest[$package] = -1;
        $this->watchers[$package] = [];
        $this->made[$package] = [];
    }

    /** Forgets every decision, and takes another request's roots; what was learned stays. */
    public function restart(): void
    {
        $this->domain = $this->root;
        $this->latest = array_fill_keys(array_keys($this->root), -1);
        $this->trail = $this->before = $this->reason = $this->previous = $this->levelOf = [];
        $this->starts = [0];
        $this->pending = [];
        $this->head = 0;
        foreach ($this->tallies as $tally) {
            $tally->restart($this);
        }
    }

    /** Drops the clauses that do not follow from the catalogue alone, because what they rest on no longer holds. */
    public function forgetPassing(): void
    {
        $stays = fn (Clause $clause): bool => ! $clause->passing;
        $this->units = array_values(array_filter($this->units, $stays));
        foreach ($this->watchers as $package => $clauses) {
            $this->watchers[$package] = array_values(array_filter($clauses, $stays));
        }
    }

    /**
     * Finds values for all packages under which every clause holds.
     *
     * @param  list<Clause>  $facts  that hold for this request only
     * @return Clause|null the refutation: a clause without literals whose parents lead to it; null when there is a line-up
     *
     * @throws Stopped
     */
    public function solve(array $facts, Decisions $decisions, ?Deadline $deadline = null): ?Clause
    {
        foreach ([...$this->units, ...$facts] as $clause) {
            $conflict = $this->assert($clause) ?? $this->propagate();
            if ($conflict !== null) {
                return $this->refute($conflict);
            }
        }

        while (true) {
            $conflict = $this->propagate();
            while ($conflict !== null) {
                $this->conflicts++;
                if ($deadline !== null && $this->conflicts % 16 === 0 && $deadline->reached()) {
                    throw new Stopped('stopped at the time limit');
                }
                $learned = $this->analyse($conflict);
                if ($learned->literals === [] || $this->level() === 0) {
                    return $learned;
                }
                $conflict = $this->jumpBack($learned) ?? $this->settlePending() ?? $this->propagate();
            }
            if ($deadline !== null && $this->decisions % 64 === 0 && $deadline->reached()) {
                throw new Stopped('stopped at the time limit');
            }
            $decision = $decisions->next($this);
            if ($decision === null) {
                return null;
            }
            $this->decide($decision[0], $decision[1]);
        }
    }

    public function decide(int $package, string $set): void
    {
        $this->decisions++;
        $this->starts[] = count($this->trail);
        $this->narrow($package, $this->domain[$package] & $set, null);
    }

    /** Unit propagation over the watched literals; the clause that is violated, if one is. */
    public function propagate(): ?Clause
    {
        while ($this->head < count($this->trail)) {
            $package = $this->trail[$this->head++];
            $violated = $this->visitWatchers($package) ?? $this->makeClauses($package);
            if ($violated !== null) {
                return $violated;
            }
        }

        foreach ($this->tallies as $tally) {
            $literals = $tally->violated($this);
            if ($literals !== null) {
                return new Clause($literals, new Fact\Bounded);
            }
        }

        return null;
    }

    private function visitWatchers(int $package): ?Clause
    {
        $mine = $this->domain[$package];
        $nothing = $this->none[$package];
        $watchers = $this->watchers[$package];
        $kept = [];
        foreach ($watchers as $i => $clause) {
            $literals = $clause->literals;
            if (($mine & $literals[$package]) !== $nothing) {
                $kept[] = $clause;

                continue;
            }
            $other = $clause->first === $package ? $clause->second : $clause->first;
            $left = $this->domain[$other] & $literals[$other];
            if ($left === $this->domain[$other]) {
                $kept[] = $clause;

                continue;
            }
            foreach ($literals as $candidate => $set) {
                if ($candidate !== $package && $candidate !== $other && ($this->domain[$candidate] & $set) !== $this->none[$candidate]) {
                    $clause->first = $other;
                    $clause->second = $candidate;
                    $this->watchers[$candidate][] = $clause;

                    continue 2;
                }
            }
            $kept[] = $clause;
            if ($left === $this->none[$other]) {
                $this->watchers[$package] = [...$kept, ...array_slice($watchers, $i + 1)];

                return $clause;
            }
            $this->narrow($other, $left, $clause);
        }
        $this->watchers[$package] = $kept;

        return null;
    }

    /** The clauses of a release that has just become the only one its package can be. */
    private function makeClauses(int $package): ?Clause
    {
        $position = $this->single[$package][$this->domain[$package]] ?? null;
        if ($position === null || isset($this->made[$package][$position]) || $this->rules === null) {
            return null;
        }
        $clauses = $this->rules->clausesOf($package, $position);
        $this->made[$package][$position] = true;
        foreach ($clauses as $clause) {
            $violated = $this->add($clause);
            if ($violated !== null) {
                $this->pending[] = $violated;
            }
        }

        return array_pop($this->pending);
    }

    /** Adds a clause for good; returned if it is violated here and now. */
    public function add(Clause $clause): ?Clause
    {
        $open = [];
        $falsified = [];
        foreach ($clause->literals as $package => $set) {
            if (($this->domain[$package] & $set) === $this->none[$package]) {
                $falsified[$package] = $this->falsifiedAt($package, $set);
            } else {
                $open[] = $package;
            }
        }
        arsort($falsified);
        $watched = array_slice([...$open, ...array_keys($falsified)], 0, 2);
        if (count($watched) === 1) {
            // Asserted at the next start; until then watched like any other, because this may be far from level 0.
            $this->units[] = $clause;
            $clause->first = $clause->second = $watched[0];
            $this->watchers[$watched[0]][] = $clause;
        } elseif ($watched !== []) {
            [$clause->first, $clause->second] = $watched;
            $this->watchers[$watched[0]][] = $clause;
            $this->watchers[$watched[1]][] = $clause;
        }

        return match (count($open)) {
            0 => $clause,
            1 => $this->assert($clause),
            default => null,
        };
    }

    /** Narrows by the one literal of a clause that is not false; returns the clause if all are. */
    private function assert(Clause $clause): ?Clause
    {
        $unit = null;
        foreach ($clause->literals as $package => $set) {
            if (($this->domain[$package] & $set) !== $this->none[$package]) {
                if ($unit !== null) {
                    $this->watch($clause);

                    return null;
                }
                $unit = $package;
            }
        }
        if ($unit === null) {
            return $clause;
        }
        $left = $this->domain[$unit] & $clause->literals[$unit];
        if ($left !== $this->domain[$unit]) {
            $this->narrow($unit, $left, $clause);
        }

        return null;
    }

    /** Watches a request's own clause that is not yet unit; it is false nowhere, so any two literals will do. */
    private function watch(Clause $clause): void
    {
        $open = [];
        foreach ($clause->literals as $package => $set) {
            if (($this->domain[$package] & $set) !== $this->none[$package]) {
                $open[] = $package;
            }
        }
        [$clause->first, $clause->second] = $open;
        $this->watchers[$open[0]][] = $clause;
        $this->watchers[$open[1]][] = $clause;
    }

    private function narrow(int $package, string $left, ?Clause $reason): void
    {
        $entry = count($this->trail);
        $this->trail[] = $package;
        $this->before[] = $this->domain[$package];
        $this->reason[] = $reason;
        $this->previous[] = $this->latest[$package];
        $this->levelOf[] = count($this->starts) - 1;
        $this->latest[$package] = $entry;
        $this->domain[$package] = $left;
        foreach ($this->tallies as $tally) {
            $tally->narrowed($package, $left);
        }
    }

    /**
     * Resolves a violated clause with the reasons of the latest entries that made its literals false, until only one
     * literal was made so at its level: the first unique implication point. At level 0, until nothing is left.
     */
    private function analyse(Clause $violated): Clause
    {
        $literals = $violated->literals;
        $parents = [$violated];
        $places = [];
        foreach ($literals as $package => $set) {
            $places[$package] = $this->falsifiedAt($package, $set);
        }
        while (true) {
            [$latest, $rival] = self::highestTwo($places);
            if ($latest < 0) {
                return count($parents) === 1 && $literals === [] ? $violated : new Clause([], null, $parents);
            }
            $level = $this->levelOf[$latest];
            $reason = $this->reason[$latest];
            if ($reason === null || ($level > 0 && ($rival < 0 || $this->levelOf[$rival] < $level))) {
                return count($parents) === 1 ? $violated : new Clause($literals, null, $parents);
            }
            $parents[] = $reason;
            $pivot = $this->trail[$latest];
            foreach ($reason->literals as $package => $set) {
                if ($package === $pivot) {
                    $set &= $literals[$pivot];
                    if ($set === $this->none[$pivot]) {
                        unset($literals[$pivot], $places[$pivot]);
                    } else {
                        $literals[$pivot] = $set;
                        $places[$pivot] = $this->falsifiedAt($pivot, $set);
                    }
                } elseif (isset($literals[$package])) {
                    $literals[$package] |= $set;
                    $places[$package] = $this->falsifiedAt($package, $literals[$package]);
                } else {
                    $literals[$package] = $set;
                    $places[$package] = $this->falsifiedAt($package, $set);
                }
            }
        }
    }

    /** The refutation that starts from a clause violated before anything was decided. */
    private function refute(Clause $violated): Clause
    {
        $this->conflicts++;

        return $this->analyse($violated);
    }

    /**
     * @param  array<int, int>  $places
     * @return array{int, int} the highest and the one below it; -1 where there is none
     */
    private static function highestTwo(array $places): array
    {
        $highest = $second = -1;
        foreach ($places as $place) {
            if ($place > $highest) {
                $second = $highest;
                $highest = $place;
            } elseif ($place > $second) {
                $second = $place;
            }
        }

        return [$highest, $second];
    }

    /** The first entry after which the package cannot be any of the set; -1 when the request itself rules them out. */
    private function falsifiedAt(int $package, string $set): int
    {
        $none = $this->none[$package];
        $entry = $this->latest[$package];
        while ($entry >= 0 && ($this->before[$entry] & $set) === $none) {
            $entry = $this->previous[$entry];
        }

        return $entry;
    }

    /** Clauses that were violated beside the one just learned from may be so still, or have become unit. */
    private function settlePending(): ?Clause
    {
        while ($this->pending !== []) {
            $clause = array_pop($this->pending);
            if (count($clause->literals) === 1) {
                $this->backTo(0);
            }
            $open = [];
            foreach ($clause->literals as $package => $set) {
                if (($this->domain[$package] & $set) !== $this->none[$package]) {
                    $open[] = $package;
                }
            }
            if ($open === []) {
                return $clause;
            }
            if (count($open) === 1) {
                $this->assert($clause);
            }
        }

        return null;
    }

    private function jumpBack(Clause $learned): ?Clause
    {
        $places = [];
        foreach ($learned->literals as $package => $set) {
            $places[$package] = $this->falsifiedAt($package, $set);
        }
        [, $rival] = self::highestTwo($places);
        $this->backTo($rival < 0 ? 0 : $this->levelOf[$rival]);

        return $learned->parents === [] || $learned->first >= 0 ? $this->assert($learned) : $this->add($learned);
    }

    public function backTo(int $level): void
    {
        if ($level >= $this->level()) {
            return;
        }
        $start = $this->starts[$level + 1];
        for ($entry = count($this->trail) - 1; $entry >= $start; $entry--) {
            $package = $this->trail[$entry];
            $this->domain[$package] = $this->before[$entry];
            foreach ($this->tallies as $tally) {
                $tally->widened($package, $this->before[$entry]);
            }
            $this->latest[$package] = $this->previous[$entry];
        }
        array_splice($this->trail, $start);
        array_splice($this->before, $start);
        array_splice($this->reason, $start);
        array_splice($this->previous, $start);
        array_splice($this->levelOf, $start);
        array_splice($this->starts, $level + 1);
        $this->head = $start;
    }
}
