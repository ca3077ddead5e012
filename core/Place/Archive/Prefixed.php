<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

/** An archive behind something else, such as the few lines of a shell that start a JAR file: APPNOTE.TXT, section 4.1.9. */
final readonly class Prefixed
{
    /** The end of the central directory, 4.3.16: its signature, and its length with the longest comment. */
    private const END = "PK\x05\x06";

    private const LONGEST = 65_557;

    /** Bytes before the archive that are passed over. */
    private const PREFIX = 1_000_000;

    public static function isThere(string $path): bool
    {
        return self::length($path) !== null;
    }

    /** @return string|null the archive alone, in a file of its own that the caller removes; null where nothing stands before one */
    public static function without(string $path): ?string
    {
        $prefix = self::length($path);
        $file = $prefix === null ? false : @fopen($path, 'rb');
        $whole = $file === false ? false : tempnam(sys_get_temp_dir(), 'stasimon');
        $to = $whole === false ? false : fopen($whole, 'wb');
        if ($prefix === null || $file === false || $whole === false || $to === false) {
            return null;
        }
        fseek($file, $prefix);
        stream_copy_to_stream($file, $to);
        fclose($file);
        fclose($to);

        return $whole;
    }

    /** Bytes that stand before an archive; null where there is none behind anything. */
    private static function length(string $path): ?int
    {
        if (! is_file($path)) {
            return null;
        }
        $size = (int) filesize($path);
        $tail = (string) @file_get_contents($path, false, null, max(0, $size - self::LONGEST));
        $at = strrpos($tail, self::END);
        $end = $at === false ? false : unpack('Vsize/Voffset', substr($tail, $at + 12, 8).str_repeat("\0", 8));
        if ($at === false || ! is_array($end) || ! is_int($end['size']) || ! is_int($end['offset'])) {
            return null;
        }
        $prefix = $size - strlen($tail) + $at - $end['size'] - $end['offset'];

        return $prefix > 0 && $prefix <= self::PREFIX ? $prefix : null;
    }
}
