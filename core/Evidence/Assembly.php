<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/**
 * The framework that an assembly is made for: the TargetFrameworkAttribute in its metadata. The file is a portable
 * executable whose CLI header leads to the metadata, and the attribute's text stands in the blob heap: ECMA-335, partition
 * II, sections 24.2 and 25.
 */
final readonly class Assembly
{
    private const SIGNATURE = 0x424A5342;

    /** @return int|null the major version of .NET, 0 where it does not say; null for what is not an assembly */
    public static function frameworkOf(string $bytes): ?int
    {
        $pe = self::number($bytes, 60);
        if (! str_starts_with($bytes, 'MZ') || $pe === null || substr($bytes, $pe, 4) !== "PE\0\0") {
            return null;
        }
        $optional = $pe + 24;
        // The magic number tells 64-bit images, whose directories begin 16 bytes later.
        $directories = $optional + (self::number($bytes, $optional, 2) === 0x20B ? 112 : 96);
        $cli = self::place($bytes, $pe, self::number($bytes, $directories + 14 * 8));
        $root = $cli === null ? null : self::place($bytes, $pe, self::number($bytes, $cli + 8));
        if ($root === null || self::number($bytes, $root) !== self::SIGNATURE) {
            return null;
        }
        preg_match('/\.NETCoreApp,Version=v(\d{1,3})\./', self::blobs($bytes, $root), $core);

        return (int) ($core[1] ?? 0);
    }

    /** Where in the file an address of the loaded image is. */
    private static function place(string $bytes, int $pe, ?int $address): ?int
    {
        $count = (int) self::number($bytes, $pe + 6, 2);
        $at = $pe + 24 + (int) self::number($bytes, $pe + 20, 2);
        for ($section = 0; $address !== null && $section < min($count, 96); $section++, $at += 40) {
            [$size, $from, $in] = [(int) self::number($bytes, $at + 8), self::number($bytes, $at + 12), self::number($bytes, $at + 20)];
            if ($from !== null && $in !== null && $address >= $from && $address < $from + max($size, (int) self::number($bytes, $at + 16))) {
                return $address - $from + $in;
            }
        }

        return null;
    }

    private static function blobs(string $bytes, int $root): string
    {
        $at = $root + 16 + (int) self::number($bytes, $root + 12);
        $count = (int) self::number($bytes, $at + 2, 2);
        $at += 4;
        for ($stream = 0; $stream < min($count, 16); $stream++) {
            $end = $at + 8 < strlen($bytes) ? strpos($bytes, "\0", $at + 8) : false;
            if ($end === false || $end - $at > 48) {
                return '';
            }
            $name = substr($bytes, $at + 8, $end - $at - 8);
            if ($name === '#Blob') {
                return substr($bytes, $root + (int) self::number($bytes, $at), (int) self::number($bytes, $at + 4));
            }
            $at += 8 + 4 * intdiv(strlen($name) + 4, 4);
        }

        return '';
    }

    private static function number(string $bytes, int $at, int $size = 4): ?int
    {
        $part = $at < 0 || $at > strlen($bytes) ? '' : substr($bytes, $at, $size);
        if (strlen($part) < $size) {
            return null;
        }
        $number = unpack($size === 2 ? 'v' : 'V', $part);

        return $number === false || ! is_int($number[1]) ? null : $number[1];
    }
}
