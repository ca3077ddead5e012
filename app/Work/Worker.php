<?php

declare(strict_types=1);

namespace App\Work;

/** A process that takes work, told from every other by its number and the moment at which it began. */
final class Worker
{
    /** Place of "starttime" in /proc/PID/stat, counted from the field after the name: proc(5), fields 3 and 22. */
    private const BEGAN = 19;

    /** How this process is known. */
    public static function own(): string
    {
        return self::of((int) getmypid());
    }

    /** Ends a process at once, if it is still the one that is meant and not this one. */
    public static function kill(string $worker): bool
    {
        $id = (int) $worker;

        return $id > 1 && $worker !== self::own() && $worker === self::of($id) && posix_kill($id, Signal::KILL);
    }

    private static function of(int $id): string
    {
        $stat = (string) @file_get_contents("/proc/{$id}/stat");
        $fields = explode(' ', trim(substr($stat, (int) strrpos($stat, ')') + 1)));

        return $id.' '.($fields[self::BEGAN] ?? '');
    }
}
