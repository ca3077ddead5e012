<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Registry;

/** The tag under which a release of a pack is found: its version, with what a tag cannot have left out. */
final class PackTag
{
    /** @param  array<string, mixed>  $pack  as a depot lists it */
    public static function written(array $pack): string
    {
        return is_string($pack['version'] ?? null) ? self::of($pack['version']) : '';
    }

    public static function of(string $version): string
    {
        $tag = mb_substr((string) preg_replace('/[^A-Za-z0-9._-]+/', '-', $version), 0, 128);

        return Registry::isTag($tag) ? $tag : mb_substr("v{$tag}", 0, 128);
    }
}
