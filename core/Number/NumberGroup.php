<?php

declare(strict_types=1);

namespace Stasimon\Core\Number;

/** Claims that move together: one by itself, or the two of a pair, whose numbers follow one another. */
final readonly class NumberGroup
{
    /**
     * @param  non-empty-list<Claim>  $claims  the first of a pair first
     * @param  bool  $isFixed  whether it may not move: a world uses it
     * @param  int|null  $at  where a fixed one has to begin whose numbers do not follow one another: a world uses one of them
     */
    public function __construct(public array $claims, public bool $isFixed = false, private ?int $at = null)
    {
    }

    /** Where one that is fixed begins; null where it has to be in two places at once. */
    public function place(): ?int
    {
        return $this->at ?? ($this->isTorn() ? null : $this->first());
    }

    public function first(): int
    {
        return $this->claims[0]->number;
    }

    public function count(): int
    {
        return count($this->claims);
    }

    public function last(): int
    {
        return $this->first() + $this->count() - 1;
    }

    /** Whether the two of a pair do not follow one another as they are. */
    public function isTorn(): bool
    {
        foreach ($this->claims as $n => $claim) {
            if ($claim->number !== $this->first() + $n) {
                return true;
            }
        }

        return false;
    }
}
