<?php

declare(strict_types=1);

namespace App\Shelf;

use App\Refusal\Refusal;
use App\Store\FullDisk;

/** A file that comes a slice at a time. */
final class Slices
{
    /** Bytes of a slice. */
    public const LONGEST = 16_777_216;

    /**
     * Takes a slice, if it is the next.
     *
     * @param  resource  $slice
     * @return int bytes that are there now; of a slice that is not the next nothing is taken, and whoever sends goes on from there
     *
     * @throws Refusal where the file is not being taken in, or longer than it was said to be
     */
    public static function append(string $path, int $offset, $slice, int $size, string $name): int
    {
        $to = @fopen($path, 'r+be');
        if ($to === false || ! flock($to, LOCK_EX)) {
            throw Refusal::conflict("{$name} is not being taken in. Drop it again.");
        }
        fseek($to, 0, SEEK_END);
        $there = (int) ftell($to);
        if ($offset !== $there) {
            fclose($to);

            return $there;
        }
        $come = (int) stream_copy_to_stream($slice, $to, min(self::LONGEST, $size - $there + 1));
        $isWritten = fflush($to) && (fstat($to) ?: ['size' => 0])['size'] === $there + $come;
        $isTooLong = $there + $come > $size;
        $isTooLong && ftruncate($to, max(0, $there));
        fclose($to);
        if (! $isWritten) {
            throw FullDisk::writing($name);
        }
        if ($isTooLong) {
            throw Refusal::unusable(
                "{$name} is longer than it was said to be, so that part of it was not taken. What had come before is kept.",
            );
        }

        return $there + $come;
    }

    /** A file's name as whoever sends it has it, made harmless. */
    public static function name(string $name, int $most): string
    {
        $name = mb_substr(trim((string) preg_replace('/\p{C}+/u', '', mb_scrub(basename(strtr($name, '\\', '/'))))), 0, $most);

        return $name === '' ? 'file' : $name;
    }
}
