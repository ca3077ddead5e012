<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/** The framework that an assembly is made for, by its TargetFrameworkAttribute. */
final readonly class Assembly
{
    /** @return int|null the major version of .NET, 0 where it does not say; null for what is not an assembly */
    public static function frameworkOf(string $bytes): ?int
    {
        $metadata = Metadata::of($bytes);
        if ($metadata === null) {
            return null;
        }

        return preg_match('/^\.NETCoreApp,Version=v(\d{1,3})\./', $metadata->attribute('TargetFrameworkAttribute'), $core) === 1
            ? (int) $core[1]
            : 0;
    }
}
