<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

/** How a launch ended. */
final readonly class Launched
{
    /**
     * @param  int  $exit  the exit code; -1 where there is none
     * @param  bool  $hung  whether it was ended because it said nothing any more
     * @param  bool  $failing  whether it said that something is not as it should be
     */
    public function __construct(public int $exit, public bool $hung, public bool $failing = false)
    {
    }

    public function isClean(): bool
    {
        return $this->exit === 0 && ! $this->hung && ! $this->failing;
    }
}
