<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;

/** A release in a line-up, with the reasons for it. */
final readonly class Selected
{
    /** @param  list<Reason>  $because  none for what stays without a reason */
    public function __construct(public Package $package, public Release $release, public array $because)
    {
    }

    public function isWanted(): bool
    {
        foreach ($this->because as $reason) {
            if ($reason->want !== null) {
                return true;
            }
        }

        return false;
    }
}
