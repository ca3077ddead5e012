<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/**
 * What a violated clause teaches: the clause that follows from it and the reasons on the trail, resolved until only one
 * literal was made false at the highest level, the first unique implication point. At level 0, until nothing is left.
 *
 * A learned clause keeps the literals that the request's own channels and exclusions made false, so that most of what is
 * learned follows from the catalogue alone; the rest is marked as passing.
 */
final class Learning
{
    /** What taking part in a conflict adds to a package's heat; it grows, so that heat of long ago fades. */
    private float $warmth = 1.0;

    public function __construct(private readonly Trail $trail)
    {
    }

    public function from(Clause $violated): Clause
    {
        $trail = $this->trail;
        $this->warm($violated);
        $literals = $violated->literals;
        $parents = [$violated];
        $places = [];
        foreach ($literals as $package => $set) {
            $places[$package] = $trail->falsifiedAt($package, $set);
        }
        while (true) {
            [$latest, $level, $alone] = $this->latest($places);
            if ($latest < 0) {
                return count($parents) === 1 && $literals === [] ? $violated : new Clause([], null, $parents);
            }
            $reason = $trail->reason[$latest];
            if ($reason === null || ($level > 0 && $alone && $trail->own[$latest] === $level)) {
                return count($parents) === 1 ? $violated : new Clause($literals, null, $parents);
            }
            $parents[] = $reason;
            $this->warm($reason);
            $pivot = $trail->package[$latest];
            foreach ($reason->literals as $package => $set) {
                if ($package === $pivot) {
                    $set &= $literals[$pivot];
                    if ($set === $trail->none[$pivot]) {
                        unset($literals[$pivot], $places[$pivot]);

                        continue;
                    }
                } elseif (isset($literals[$package])) {
                    $set |= $literals[$package];
                }
                $literals[$package] = $set;
                $places[$package] = $trail->falsifiedAt($package, $set);
            }
        }
    }

    private function warm(Clause $clause): void
    {
        foreach ($clause->literals as $package => $set) {
            $this->trail->warm($package, $this->warmth);
        }
    }

    /** Lets what took part before count less (the "variable state independent decaying sum" of Chaff, 2001). */
    public function cool(): void
    {
        $this->warmth *= 1.05;
        if ($this->warmth > 1e100) {
            $this->warmth = 1.0;
            $this->trail->cool(1e-100);
        }
    }

    /**
     * @param  array<int, int>  $places
     * @return array{int, int, bool} the latest entry of the highest level, or -1; that level; whether it is the only one there
     */
    private function latest(array $places): array
    {
        $latest = $level = -1;
        $alone = true;
        foreach ($places as $place) {
            if ($place < 0) {
                continue;
            }
            $its = $this->trail->level[$place];
            if ($its > $level) {
                $level = $its;
                $latest = $place;
                $alone = true;
            } elseif ($its === $level) {
                $alone = false;
                $latest = max($latest, $place);
            }
        }

        return [$latest, $level, $alone];
    }
}
