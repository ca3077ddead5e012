<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/** How a package's versions are ordered. */
enum Scheme: string
{
    case Semver = 'semver';
    case Maven = 'maven';
    case Sequence = 'sequence';
    case Osgi = 'osgi';
    case Date = 'date';
}
