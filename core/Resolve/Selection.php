<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Search\BitTable;

/**
 * A line-up while it is being polished: what the search found, without what nothing asks for, and with everything that
 * can be made newer on its own made so.
 */
final class Selection
{
    /** @var array<int, array<int, list<array<int, string>>>> package => position => its needs, as they were asked for */
    private array $needs = [];

    /**
     * @param  array<int, int>  $positions  package => position
     * @param  array<int, string>  $limits  package => the releases that it may be moved to
     * @param  array<int, int>  $standing  package => position, of what is there whatever is polished beside it
     * @param  array<int, true>  $asked  packages that are wanted beside those of the request
     * @param  array<int, string>  $kept  package => what of it is not taken last, of packages that have releases that are
     */
    private function __construct(
        private readonly Encoding $encoding,
        public array $positions,
        private readonly array $limits,
        private readonly array $standing = [],
        private readonly array $asked = [],
        private readonly array $kept = [],
    ) {
    }

    public static function of(Encoding $encoding): self
    {
        $trail = $encoding->search->trail;
        $positions = [];
        foreach ($trail->domain as $package => $domain) {
            $position = $trail->positionOf($package);
            if ($position !== null) {
                $positions[$package] = $position;
            }
        }

        return new self($encoding, $positions, $trail->root, kept: $encoding->unavoided());
    }

    /**
     * What one package brings beside a line-up that stays as it is.
     *
     * @param  array<int, int>  $standing  package => position
     * @param  array<int, int>  $newcomers  package => position
     */
    public static function beside(Encoding $encoding, array $standing, array $newcomers, int $asked): self
    {
        return new self($encoding, $newcomers, $encoding->search->trail->domain, $standing, [$asked => true], $encoding->unavoided());
    }

    /**
     * How many packages are at a release that is taken last.
     *
     * @param  array<int, mixed>  $but  packages that are not counted
     */
    public function reluctant(array $but = []): int
    {
        return count(array_diff_key($this->reluctantly(), $but));
    }

    /** @return array<int, string> package => what of it is not taken last, of those that are at a release that is */
    public function reluctantly(): array
    {
        return array_filter(
            array_intersect_key($this->kept, $this->positions),
            fn (string $kept, int $package): bool => ! BitTable::holds($kept, $this->positions[$package]),
            ARRAY_FILTER_USE_BOTH,
        );
    }

    private function positionOf(int $package): ?int
    {
        return $this->positions[$package] ?? ($this->standing[$package] ?? null);
    }

    /** @param  array<int, string>  $options  package => set */
    private function hasOneOf(array $options): bool
    {
        foreach ($options as $package => $set) {
            $position = $this->positionOf($package);
            if ($position !== null && BitTable::holds($set, $position)) {
                return true;
            }
        }

        return false;
    }

    /** @return list<array<int, string>> the needs of a release, each as the packages and sets that would meet it */
    private function needsOf(int $package, int $position): array
    {
        return $this->needs[$package][$position] ??= $this->optionsOf($package, $position);
    }

    /** @return list<array<int, string>> */
    private function optionsOf(int $package, int $position): array
    {
        $owner = $this->encoding->packages[$package];
        $needs = [];
        foreach ($this->encoding->needsOf($package, $position) as $need) {
            $needs[] = $this->encoding->meeting($need, $owner);
        }

        return $needs;
    }

    /** @return array<int, true> the packages that satisfy a want */
    private function wanted(): array
    {
        if ($this->asked !== []) {
            return $this->asked;
        }
        $wanted = [];
        foreach ($this->encoding->request->want as $want) {
            foreach ($this->encoding->options(new Target($want->id, $want->range), $want->syntax) as $package => $set) {
                if (isset($this->positions[$package]) && BitTable::holds($set, $this->positions[$package])) {
                    $wanted[$package] = true;
                }
            }
        }

        return $wanted;
    }

    /**
     * Drops what is not reached from the wants, or from what may stay, through needs.
     *
     * @param  array<int, mixed>  $mayStay  packages that need no reason
     * @return array<int, true> the packages reached from a want
     */
    public function keepReached(array $mayStay = []): array
    {
        $fromWants = $this->reached($this->wanted());
        $reached = $mayStay === [] ? $fromWants : $this->reached($fromWants + array_intersect_key($this->positions, $mayStay));
        $this->positions = array_intersect_key($this->positions, $reached);

        return $fromWants;
    }

    /**
     * @param  array<int, mixed>  $roots
     * @return array<int, true>
     */
    private function reached(array $roots): array
    {
        $reached = array_fill_keys(array_keys($roots), true);
        $queue = array_keys($roots);
        while ($queue !== []) {
            $package = array_pop($queue);
            foreach ($this->needsOf($package, $this->positions[$package]) as $options) {
                foreach ($options as $option => $set) {
                    if (
                        ! isset($reached[$option]) &&
                        isset($this->positions[$option]) &&
                        BitTable::holds($set, $this->positions[$option])
                    ) {
                        $reached[$option] = true;
                        $queue[] = $option;
                    }
                }
            }
        }

        return $reached;
    }

    /**
     * Takes out, one by one, what a need with alternatives brought in and another alternative meets as well.
     *
     * @param  array<int, mixed>  $mayStay
     */
    public function dropSpares(array $mayStay = []): void
    {
        $spare = [];
        foreach ($this->positions as $package => $position) {
            foreach ($this->needsOf($package, $position) as $options) {
                $met = array_filter(
                    $options,
                    fn (string $set, int $option): bool => $this->hasOneOf([$option => $set]),
                    ARRAY_FILTER_USE_BOTH,
                );
                $spare += count($met) > 1 ? array_intersect_key($met, $this->positions) : [];
            }
        }
        $spare = array_diff_key($spare, $mayStay, $this->wanted());
        uksort($spare, fn (int $a, int $b): int => strcmp($this->encoding->packages[$b]->id, $this->encoding->packages[$a]->id));
        foreach (array_keys($spare) as $package) {
            if (isset($this->positions[$package]) && $this->standsWithout($package)) {
                unset($this->positions[$package]);
                $this->keepReached($mayStay);
            }
        }
    }

    private function standsWithout(int $package): bool
    {
        $rest = new self($this->encoding, array_diff_key($this->positions, [$package => true]), $this->limits, $this->standing);
        foreach ($rest->positions as $other => $position) {
            foreach ($this->needsOf($other, $position) as $options) {
                if (isset($options[$package]) && ! $rest->hasOneOf($options)) {
                    return false;
                }
            }
        }

        return true;
    }

    /**
     * Replaces single releases by newer ones while that leaves a valid line-up.
     *
     * @param  array<int, mixed>  $fixed  packages that stay as they are
     * @param  array<int, mixed>  $mayStay
     */
    public function makeNewer(array $fixed = [], array $mayStay = []): void
    {
        do {
            $changed = false;
            $order = array_keys(array_diff_key($this->positions, $fixed, $this->wanted()));
            usort($order, fn (int $a, int $b): int => strcmp($this->encoding->packages[$a]->id, $this->encoding->packages[$b]->id));
            $namedBy = [];
            foreach ($this->positions as $owner => $position) {
                $this->collectNamed($namedBy, $owner, $position);
            }
            foreach ($order as $package) {
                if ($this->moveUp($package, $namedBy[$package] ?? [])) {
                    $this->collectNamed($namedBy, $package, $this->positions[$package]);
                    $changed = true;
                }
            }
            $this->keepReached($mayStay);
        } while ($changed);
    }

    /** @param  array<int, array<int, true>>  $namedBy  package => those with a need that names it, and perhaps some that had one */
    private function collectNamed(array &$namedBy, int $owner, int $position): void
    {
        foreach ($this->needsOf($owner, $position) as $options) {
            foreach ($options as $option => $set) {
                $namedBy[$option][$owner] = true;
            }
        }
    }

    /** @param  array<int, true>  $namedBy */
    private function moveUp(int $package, array $namedBy): bool
    {
        $now = $this->positions[$package];
        $limit = $this->limits[$package];
        // What is taken last is not moved to from what is not.
        $isKept = isset($this->kept[$package]) && BitTable::holds($this->kept[$package], $now);
        $limit = $isKept ? $limit & $this->kept[$package] : $limit;
        for ($position = BitTable::newest($limit); $position > $now; $position--) {
            if (BitTable::holds($limit, $position)) {
                $this->positions[$package] = $position;
                if ($this->fits($package, $position, $namedBy)) {
                    return true;
                }
            }
        }
        $this->positions[$package] = $now;

        return false;
    }

    /** @param  array<int, true>  $namedBy */
    private function fits(int $package, int $position, array $namedBy): bool
    {
        foreach ([$package, ...array_keys($namedBy)] as $owner) {
            foreach (isset($this->positions[$owner]) ? $this->needsOf($owner, $this->positions[$owner]) : [] as $options) {
                if (($owner === $package || isset($options[$package])) && ! $this->hasOneOf($options)) {
                    return false;
                }
            }
        }
        foreach ($this->broken($package, $position) as $other => $set) {
            if ($this->hasOneOf([$other => $set])) {
                return false;
            }
        }
        foreach ($this->positions as $other => $at) {
            $set = $this->broken($other, $at)[$package] ?? null;
            if ($set !== null && BitTable::holds($set, $position)) {
                return false;
            }
        }

        return true;
    }

    /** @return array<int, string> package => the releases of it that a release breaks */
    private function broken(int $package, int $position): array
    {
        if ($this->encoding->packages[$package]->releases[$position]->breaks === []) {
            return [];
        }
        $broken = [];
        foreach ($this->encoding->breaksOf($package, $position) as $breakage) {
            foreach ($this->encoding->options($breakage->target, $this->encoding->packages[$package]->syntax) as $option => $set) {
                if ($option !== $package) {
                    $broken[$option] = ($broken[$option] ?? $set) | $set;
                }
            }
        }

        return $broken;
    }
}
