<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/**
 * What each package can still be, and the narrowings that led there: each with its reason and its level.
 *
 * The level of an entry is the highest decision that it rests on. The search goes back one level at a time, so an entry
 * may rest on earlier decisions than those it stands behind; it then stays when they are taken back (Nadel and Ryvchin,
 * "Chronological Backtracking", SAT 2018). The levels of one package's entries never fall along the trail, so that taking
 * some back leaves a domain that was there before.
 */
final class Trail
{
    /** @var array<int, string> package => the releases it can still be */
    public array $domain = [];

    /** @var array<int, string> package => no bit */
    public array $none = [];

    /** @var array<int, string> package => every bit, that for "not in the line-up" included */
    public array $full = [];

    /** @var array<int, BitTable> package => the sets of its size */
    public array $table = [];

    /** @var array<int, string> package => what the request leaves of it before anything is decided */
    public array $root = [];

    /** @var array<int, int> the package that each entry narrowed; only the first {@see} count */
    public array $package = [];

    public int $length = 0;

    /** @var array<int, string> its domain before */
    private array $before = [];

    /** @var array<int, ?Clause> why; null for a decision */
    public array $reason = [];

    /** @var array<int, int> the entry of the same package before this one, or -1 */
    private array $previous = [];

    /** @var array<int, int> the highest level among this entry's own and the earlier ones of its package */
    public array $level = [];

    /** @var array<int, int> the highest level that its reason rests on */
    public array $own = [];

    /** @var array<int, int> package => its latest entry, or -1 */
    private array $latest = [];

    /** @var array<int, int> level => its first entry */
    private array $starts = [0];

    private int $now = 0;

    /** Whether some entry rests on earlier levels than the one it was made at. */
    private bool $mixed = false;

    /** @var array<int, float> package => how much it took part in conflicts, the later ones counting more */
    public array $heat = [];

    /** @var list<Tally> that are told of every change */
    private array $tallies = [];

    /** Has these told of every change from now on, and none else. */
    public function tell(Tally ...$tallies): void
    {
        $this->tallies = array_values($tallies);
    }

    /**
     * A bound that is passed, as the clause that says so; null where none is.
     *
     * @return array<int, string>|null
     */
    public function overBound(): ?array
    {
        foreach ($this->tallies as $tally) {
            $literals = $tally->violated($this);
            if ($literals !== null) {
                return $literals;
            }
        }

        return null;
    }

    /** What the request leaves of a package before anything is decided. */
    public function limit(int $package, string $root): void
    {
        $this->root[$package] = $root;
    }

    /** A package took part in a conflict. */
    public function warm(int $package, float $by): void
    {
        $this->heat[$package] += $by;
    }

    /** All of the heat as a part of what it was, so that the numbers stay small. */
    public function cool(float $factor): void
    {
        foreach ($this->heat as $package => $heat) {
            $this->heat[$package] = $heat * $factor;
        }
    }

    /** @param  string  $root  what the request leaves of the package, with bit 0 */
    public function introduce(int $package, int $releases, string $root): void
    {
        $table = BitTable::ofSize($releases);
        $this->table[$package] = $table;
        $this->full[$package] = $table->full;
        $this->none[$package] = $table->none;
        $this->root[$package] = $root;
        $this->domain[$package] = $root;
        $this->latest[$package] = -1;
        $this->heat[$package] = 0.0;
    }

    /** Forgets every entry. */
    public function clear(): void
    {
        $this->domain = $this->root;
        $this->latest = array_fill_keys(array_keys($this->root), -1);
        $this->length = $this->now = 0;
        $this->starts = [0];
        $this->mixed = false;
        foreach ($this->tallies as $tally) {
            $tally->restart($this);
        }
    }

    public function level(): int
    {
        return $this->now;
    }

    /** Begins the next level, whose first entry will be a decision. */
    public function open(): void
    {
        $this->starts[++$this->now] = $this->length;
    }

    public function narrow(int $package, string $left, ?Clause $reason): void
    {
        $own = $this->mixed && $reason !== null ? $this->levelOf($reason, $package) : $this->now;
        $entry = $this->length++;
        $last = $this->latest[$package];
        $this->package[$entry] = $package;
        $this->before[$entry] = $this->domain[$package];
        $this->reason[$entry] = $reason;
        $this->previous[$entry] = $last;
        $this->own[$entry] = $own;
        $this->level[$entry] = $last >= 0 && $this->level[$last] > $own ? $this->level[$last] : $own;
        $this->latest[$package] = $entry;
        $this->domain[$package] = $left;
        foreach ($this->tallies as $tally) {
            $tally->narrowed($package, $left);
        }
    }

    /** The first entry after which the package cannot be any of the set; -1 when the request itself rules them out. */
    public function falsifiedAt(int $package, string $set): int
    {
        $none = $this->none[$package];
        $entry = $this->latest[$package];
        while ($entry >= 0 && ($this->before[$entry] & $set) === $none) {
            $entry = $this->previous[$entry];
        }

        return $entry;
    }

    /** The highest level at which one of a clause's literals became false; those of one package left out. */
    public function levelOf(Clause $clause, int $except = -1): int
    {
        $level = 0;
        foreach ($clause->literals as $package => $set) {
            if ($package !== $except) {
                $entry = $this->falsifiedAt($package, $set);
                if ($entry >= 0 && $this->level[$entry] > $level) {
                    $level = $this->level[$entry];
                }
            }
        }

        return $level;
    }

    /**
     * The packages of a clause that can still make it true.
     *
     * @return list<int>
     */
    public function openIn(Clause $clause): array
    {
        $open = [];
        foreach ($clause->literals as $package => $set) {
            if (($this->domain[$package] & $set) !== $this->none[$package]) {
                $open[] = $package;
            }
        }

        return $open;
    }

    /**
     * The packages of a clause whose literals are false, the highest level first: whatever is taken back opens those first.
     *
     * @param  list<int>  $open  the others
     * @return list<int>
     */
    public function latestFalse(Clause $clause, array $open): array
    {
        $levels = [];
        foreach ($clause->literals as $package => $set) {
            if (! in_array($package, $open, true)) {
                $entry = $this->falsifiedAt($package, $set);
                $levels[$package] = $entry < 0 ? -1 : $this->level[$entry];
            }
        }
        arsort($levels);

        return array_keys($levels);
    }

    /**
     * Takes back every entry that rests on a decision above a level, and keeps the others.
     *
     * @return list<Clause> reasons of entries that went only because their package's earlier ones did
     */
    public function backTo(int $level): array
    {
        if ($level >= $this->now) {
            return [];
        }
        $start = $this->starts[$level + 1];
        $kept = $lapsed = [];
        for ($entry = $this->length - 1; $entry >= $start; $entry--) {
            $package = $this->package[$entry];
            $this->latest[$package] = $this->previous[$entry];
            if ($this->level[$entry] <= $level) {
                $kept[] = [$package, $this->before[$entry], $this->reason[$entry], $this->level[$entry], $this->own[$entry]];

                continue;
            }
            $this->domain[$package] = $this->before[$entry];
            foreach ($this->tallies as $tally) {
                $tally->widened($package, $this->before[$entry]);
            }
            if ($this->own[$entry] <= $level && $this->reason[$entry] !== null) {
                $lapsed[] = $this->reason[$entry];
            }
        }
        $this->length = $start;
        $this->now = $level;
        for ($i = count($kept) - 1; $i >= 0; $i--) {
            [
                $package,
                $this->before[$this->length],
                $this->reason[$this->length],
                $this->level[$this->length],
                $this->own[$this->length],
            ] = $kept[$i];
            $this->package[$this->length] = $package;
            $this->previous[$this->length] = $this->latest[$package];
            $this->latest[$package] = $this->length++;
        }
        $this->mixed = true;

        return array_reverse($lapsed);
    }

    /** The one release that a package can still be, if it is down to one. */
    public function positionOf(int $package): ?int
    {
        return $this->table[$package]->single[$this->domain[$package]] ?? null;
    }

    /** The entry that stands first of those above a level. */
    public function startOf(int $level): int
    {
        return $this->starts[$level];
    }
}
