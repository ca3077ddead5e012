<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Fact;

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Version\ReleaseSet;

/** These releases are less stable than the request allows. */
final readonly class BeyondChannel implements Fact
{
    public function __construct(public Package $package, public ReleaseSet $releases, public Channel $allowed)
    {
    }
}
