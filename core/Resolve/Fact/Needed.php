<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Fact;

use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Version\ReleaseSet;

/** These releases of a package all need the same. */
final readonly class Needed implements Fact
{
    public function __construct(public Package $package, public ReleaseSet $releases, public Need $need)
    {
    }
}
