<?php

declare(strict_types=1);

namespace App\View;

final class Bytes
{
    /** "310 kB", "5.8 MB": decimal units, as storage is sold. */
    public static function words(int $bytes): string
    {
        return match (true) {
            $bytes >= 1_000_000_000 => number_format($bytes / 1e9, 1).' GB',
            $bytes >= 1_000_000 => number_format($bytes / 1e6, 1).' MB',
            default => number_format(max($bytes > 0 ? 1 : 0, $bytes / 1000)).' kB',
        };
    }
}
