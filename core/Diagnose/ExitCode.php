<?php

declare(strict_types=1);

namespace Stasimon\Core\Diagnose;

/** Exit codes in words. That one above 128 is 128 and a signal's number is common practice of POSIX shells and runtimes. */
final readonly class ExitCode
{
    public static function words(int $code): string
    {
        return match (true) {
            $code === 0 => 'the game ended by itself',
            $code === 1 => 'the game stopped itself',
            $code === 134 => 'the runtime gave up, signal SIGABRT',
            $code === 137 => 'it was killed, signal SIGKILL; mostly because the machine had no memory left',
            $code === 139 => 'it reached outside its memory, signal SIGSEGV',
            $code === 143 => 'it was asked to end, signal SIGTERM',
            $code === -1 => 'it never ran',
            $code > 128 && $code < 160 => 'it was ended by signal '.($code - 128),
            default => 'the game does not say what that means',
        };
    }
}
