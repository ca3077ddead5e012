<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Following;

/** How a package has followed the versions of a game, from its first on. */
final readonly class Follower
{
    /**
     * @param  array<string, int|null>  $delays  "v" and game version => days after which it followed, 0 where it came along by itself; null where it has not
     * @param  int|null  $quick  the lower quartile of the delays it had, in days; null where it never followed
     * @param  int|null  $usual  their median
     * @param  int|null  $slow  the upper quartile
     * @param  int  $missed  how many of the last versions it has not followed to, one after another
     * @param  int|null  $quiet  days since its last release; null where it says no day
     */
    public function __construct(public string $id, public array $delays, public ?int $quick, public ?int $usual, public ?int $slow, public int $missed, public ?int $quiet)
    {
    }

    /** Evidence that nobody is at it any more: three versions missed one after another, and half a year without a release. */
    public function isAbandoned(): bool
    {
        return $this->missed >= 3 && $this->quiet !== null && $this->quiet >= 180;
    }
}
