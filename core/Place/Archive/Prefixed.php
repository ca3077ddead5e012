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

    /** @return string|null the archive alone, in a file of its own that the caller removes; null where nothing stands before one */
    public static function without(string $path): ?string
    {
        $size = (int) @filesize($path);
        $file = @fopen($path, 'rb');
        if ($file === false) {
            return null;
        }
        try {
            fseek($file, max(0, $size - self::LONGEST));
            $tail = (string) stream_get_contents($file);
            $at = strrpos($tail, self::END);
            $end = $at === false ? false : unpack('Vsize/Voffset', substr($tail, $at + 12, 8));
            if ($at === false || ! is_array($end) || ! is_int($end['size']) || ! is_int($end['offset'])) {
                return null;
            }
            $prefix = $size - strlen($tail) + $at - $end['size'] - $end['offset'];
            if ($prefix <= 0 || $prefix > self::PREFIX) {
                return null;
            }
            fseek($file, $prefix);
            $whole = tempnam(sys_get_temp_dir(), 'stasimon');
            $to = $whole === false ? false : fopen($whole, 'wb');
            if ($whole === false || $to === false || stream_copy_to_stream($file, $to) !== $size - $prefix) {
                return null;
            }
            fclose($to);

            return $whole;
        } finally {
            fclose($file);
        }
    }
}
