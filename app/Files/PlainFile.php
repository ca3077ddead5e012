<?php

declare(strict_types=1);

namespace App\Files;

/**
 * A file in a folder that anybody may write into. It is opened without waiting and looked at once it is open: a pipe, a socket
 * or a device that stands in its place is not read, and what has vanished is no error.
 */
final class PlainFile
{
    private const TYPE = 0o170000;

    private const FILE = 0o100000;

    /** @return resource|null */
    public static function open(string $path)
    {
        // "n" is O_NONBLOCK: a pipe that nobody writes into would be waited for.
        $handle = @fopen($path, 'rbn');
        if ($handle === false) {
            return null;
        }
        $stat = fstat($handle);
        if ($stat !== false && ($stat['mode'] & self::TYPE) === self::FILE) {
            return $handle;
        }
        fclose($handle);

        return null;
    }

    /** @return string|null at most so many bytes; null where there is no such file */
    public static function text(string $path, int $most = PHP_INT_MAX): ?string
    {
        $handle = self::open($path);
        if ($handle === null) {
            return null;
        }
        $text = stream_get_contents($handle, $most === PHP_INT_MAX ? null : $most);
        fclose($handle);

        return $text === false ? null : $text;
    }

    /** @return string|null in hexadecimal; null where there is no such file */
    public static function digest(string $path): ?string
    {
        $handle = self::open($path);
        if ($handle === null) {
            return null;
        }
        $hash = hash_init('sha256');
        hash_update_stream($hash, $handle);
        fclose($handle);

        return hash_final($hash);
    }

    /** Whether all of it was copied. */
    public static function copy(string $from, string $to): bool
    {
        $handle = self::open($from);
        $target = $handle === null ? false : @fopen($to, 'wb');
        if ($handle === null || $target === false) {
            $handle === null ?: fclose($handle);

            return false;
        }
        $isWhole = stream_copy_to_stream($handle, $target) !== false;
        fclose($handle);

        return fclose($target) && $isWhole;
    }
}
