<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain\Following;

use DateTimeImmutable;
use Stasimon\Core\Catalogue\Package;

/** How a package has followed the versions of a game, from its first on. */
final readonly class Follower
{
    /** Days without a release after which it may be abandoned. */
    private const QUIET = 180;

    /**
     * @param  array<string, int|null>  $delays  "v" and game version => days after which it followed, 0 where it came along by itself; null
     *     where it has not
     * @param  int|null  $quick  the lower quartile of the delays it had, in days; null where it never followed
     * @param  int|null  $usual  their median
     * @param  int|null  $slow  the upper quartile
     * @param  int  $missed  how many of the last versions it has not followed to, one after another
     * @param  int|null  $quiet  days since its last release; null where it says no day
     */
    public function __construct(
        public string $id,
        public array $delays,
        public ?int $quick,
        public ?int $usual,
        public ?int $slow,
        public int $missed,
        public ?int $quiet,
    ) {
    }

    /** What a release's day alone says against it: nothing for half a year. Cheap, so that the rest need not be worked out for most. */
    public static function mayBeAbandoned(Package $package, DateTimeImmutable $today): bool
    {
        $last = Following::lastDay($package);

        return $last !== null && (int) $last->diff($today)->format('%r%a') >= self::QUIET;
    }

    /** "not followed to the last 3 versions, and had no release for 14 months" */
    public function evidence(): string
    {
        $months = intdiv((int) $this->quiet, 30);

        return 'not followed to the last '.
            ($this->missed === 1 ? 'version' : "{$this->missed} versions").
            ", and had no release for {$months} ".
            ($months === 1 ? 'month' : 'months');
    }

    /** Evidence that nobody is at it any more: three versions missed one after another, and half a year without a release. */
    public function isAbandoned(): bool
    {
        return $this->missed >= 3 && $this->quiet !== null && $this->quiet >= self::QUIET;
    }
}
