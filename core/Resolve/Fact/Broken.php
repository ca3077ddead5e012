<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Fact;

use Stasimon\Core\Catalogue\Breakage;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Version\ReleaseSet;

/** These releases of a package cannot stand beside those of another. */
final readonly class Broken implements Fact
{
    public function __construct(public Package $package, public ReleaseSet $releases, public Breakage $breakage)
    {
    }
}
