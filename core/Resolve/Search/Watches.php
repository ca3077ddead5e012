<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/**
 * Which clauses are looked at when a package is narrowed: each watches two of its literals, so it is only looked at when one of
 * those becomes false (Moskewicz and others, "Chaff", 2001).
 */
final class Watches
{
    /** @var array<int, array<int, Clause>> package => clauses that watch it */
    private array $watchers = [];

    /** @var array<int, array<int, string>> package => the literal over it of each of those clauses */
    private array $watched = [];

    public function __construct(private readonly Trail $trail)
    {
    }

    public function introduce(int $package): void
    {
        $this->watchers[$package] = $this->watched[$package] = [];
    }

    /**
     * Lets every clause be watched where the roots leave it open. To be called when roots change: a literal that a root
     * rules out never becomes false along the trail, so a clause watched only there would be overlooked.
     *
     * @return list<Clause> longer clauses of which the roots leave one literal, or none
     */
    public function renew(): array
    {
        $clauses = [];
        foreach ($this->watchers as $package => $watching) {
            foreach ($watching as $clause) {
                $clauses[spl_object_id($clause)] = $clause;
            }
            $this->watchers[$package] = $this->watched[$package] = [];
        }
        $decided = [];
        foreach ($clauses as $clause) {
            if ($clause->dropped) {
                continue;
            }
            $open = $shut = [];
            foreach ($clause->literals as $package => $set) {
                if (($this->trail->root[$package] & $set) === $this->trail->none[$package]) {
                    $shut[] = $package;
                } else {
                    $open[] = $package;
                }
            }
            if (count($open) < 2 && count($clause->literals) > 1) {
                $decided[] = $clause;
            }
            $this->watch($clause, [...$open, ...$shut]);
        }

        return $decided;
    }

    /** Unit propagation of the clauses that watch a package which was narrowed; the one that is violated, if one is. */
    public function visit(int $package): ?Clause
    {
        $trail = $this->trail;
        $domain = &$trail->domain;
        $none = &$trail->none;
        $watchers = $this->watchers[$package];
        $mine = $domain[$package];
        $nothing = $none[$package];
        [$moved, $violated] = [[], null];
        foreach ($this->watched[$package] as $i => $set) {
            if (($mine & $set) !== $nothing) {
                continue;
            }
            $clause = $watchers[$i];
            if ($clause->dropped) {
                $moved[] = $i;

                continue;
            }
            $other = $clause->first === $package ? $clause->second : $clause->first;
            $literals = $clause->literals;
            $theirs = $domain[$other];
            $left = $theirs & $literals[$other];
            if ($left === $theirs) {
                continue;
            }
            foreach ($literals as $candidate => $another) {
                if ($candidate !== $package && $candidate !== $other && ($domain[$candidate] & $another) !== $none[$candidate]) {
                    $clause->first = $other;
                    $clause->second = $candidate;
                    $this->put($candidate, $clause);
                    $moved[] = $i;

                    continue 2;
                }
            }
            if ($left === $none[$other]) {
                $violated = $clause;
                break;
            }
            $trail->narrow($other, $left, $clause);
        }
        // Held here as well, it would be copied as it is changed.
        unset($watchers);
        $moved === [] || $this->unwatch($package, $moved);

        return $violated;
    }

    /** @param  list<int>  $packages  of which the first two are watched, or the only one */
    public function watch(Clause $clause, array $packages): void
    {
        if ($packages !== []) {
            $clause->first = $clause->second = $packages[0];
            $this->put($packages[0], $clause);
        }
        if (isset($packages[1])) {
            $clause->second = $packages[1];
            $this->put($packages[1], $clause);
        }
    }

    /** Lets a violated clause be watched where it will open first, so that it is not overlooked afterwards. */
    public function watchHighest(Clause $violated): void
    {
        if ($violated->first < 0 || count($violated->literals) < 3) {
            return;
        }
        [$first, $second] = $this->trail->latestFalse($violated, []);
        foreach ([$first, $second] as $package) {
            if ($package !== $violated->first && $package !== $violated->second) {
                $this->put($package, $violated);
            }
        }
        $violated->first = $first;
        $violated->second = $second;
    }

    private function put(int $package, Clause $clause): void
    {
        $this->watchers[$package][] = $clause;
        $this->watched[$package][] = $clause->literals[$package];
    }

    /** @param  non-empty-list<int>  $places  ascending */
    private function unwatch(int $package, array $places): void
    {
        for ($i = count($places) - 1; $i >= 0; $i--) {
            $clause = array_pop($this->watchers[$package]);
            $set = array_pop($this->watched[$package]);
            if ($clause !== null && $set !== null && isset($this->watchers[$package][$places[$i]])) {
                $this->watchers[$package][$places[$i]] = $clause;
                $this->watched[$package][$places[$i]] = $set;
            }
        }
    }
}
