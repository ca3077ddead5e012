<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Fact;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Version\ReleaseSet;

/** The request forbids these releases. */
final readonly class Forbidden implements Fact
{
    public function __construct(public Package $package, public ReleaseSet $releases)
    {
    }
}
