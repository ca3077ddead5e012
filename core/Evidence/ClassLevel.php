<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/** Class-file major versions and the Java release each needs. Source: The Java Virtual Machine Specification, table 4.1-A. */
final class ClassLevel
{
    /** The oldest Java release that reads class files of this major version: 45 and 46 are 1.1 and 1.2, later ones count up. */
    public static function javaFor(int $major): int
    {
        return max(1, $major - 44);
    }
}
