<?php

declare(strict_types=1);

namespace Stasimon\Core\Explain;

use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;

/** Whether a release may stand on a version of another package, by what it says of that package alone. */
final class Admission
{
    /** Whether nothing that a release needs of the other package alone stands against a version of it. */
    public static function of(Package $package, Release $release, Package $other, string $version): bool
    {
        $position = (int) $other->positionOf($version);
        foreach ($release->needs() as $need) {
            $targets = array_filter($need->alternatives, fn (Target $target): bool => $target->id === $other->id);
            if (
                count($targets) === count($need->alternatives) &&
                array_filter($targets, fn (Target $target): bool => $other->within($target->range, $package->syntax)->has($position)) === []
            ) {
                return false;
            }
        }

        return true;
    }
}
