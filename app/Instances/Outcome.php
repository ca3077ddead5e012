<?php

declare(strict_types=1);

namespace App\Instances;

/** What an instance's draft comes to, or what is applied where there is none: enough for every page but the draft's own. */
final readonly class Outcome
{
    /**
     * @param  array<string, string>|null  $versions  package id => version; null when there is no line-up
     * @param  int  $toFetch  bytes
     */
    public function __construct(public ?array $versions, public int $toFetch)
    {
    }
}
