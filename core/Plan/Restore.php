<?php

declare(strict_types=1);

namespace Stasimon\Core\Plan;

/** A draft that leads back to a restore point, or to the releases of a line-up from elsewhere. */
final readonly class Restore
{
    /** The number of no restore point. */
    public const ELSEWHERE = 0;

    /**
     * @param  int  $point  its number in the instance's history
     * @param  array<string, string>  $versions  package id => version as it was then
     * @param  bool  $own  whether configs and worlds go back as well
     */
    public function __construct(public int $point, public array $versions, public bool $own)
    {
    }
}
