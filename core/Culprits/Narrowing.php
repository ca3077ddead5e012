<?php

declare(strict_types=1);

namespace Stasimon\Core\Culprits;

/** How far a search for culprits is. */
final readonly class Narrowing
{
    /**
     * @param  list<string>|null  $next  what to launch with next; null when it is over
     * @param  list<string>  $culprits  once it is over
     * @param  int  $left  how many wants may still be among the culprits
     */
    private function __construct(public ?array $next, public array $culprits, public int $left)
    {
    }

    /** @param  list<string>  $set */
    public static function next(array $set, int $left): self
    {
        return new self($set, [], $left);
    }

    /** @param  list<string>  $culprits */
    public static function over(array $culprits): self
    {
        return new self(null, $culprits, count($culprits));
    }

    /** Launches that are left if a single culprit, or one more, explains it: halving what may still be, and once to confirm. */
    public function expected(): int
    {
        return $this->next === null ? 0 : (int) ceil(log(max(2, $this->left), 2)) + 1;
    }
}
