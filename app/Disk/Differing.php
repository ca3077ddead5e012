<?php

declare(strict_types=1);

namespace App\Disk;

/** One path at which an instance's folder is not what the unmodified game is. */
final readonly class Differing
{
    /**
     * @param  string  $whose  what it is of: a package, or the instance itself
     * @param  int  $size  bytes of what is there; 0 where nothing is
     * @param  string  $how  what it is there, in a word or two
     * @param  bool  $isAdded  whether the game has nothing of that path
     */
    public function __construct(public string $path, public string $whose, public int $size, public string $how, public bool $isAdded)
    {
    }
}
