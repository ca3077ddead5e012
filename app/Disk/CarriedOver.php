<?php

declare(strict_types=1);

namespace App\Disk;

/** What became of what lay in an instance's folder when the next one was built. */
final readonly class CarriedOver
{
    /**
     * @param  array<string, string>  $stand  "p" and the path => which entry it was, so that it can be compared later
     * @param  list<string>  $displaced  what is not of our laying and has to make room
     * @param  list<string>  $ours  what was as an apply had placed it
     */
    public function __construct(public array $stand, public array $displaced, public array $ours)
    {
    }
}
