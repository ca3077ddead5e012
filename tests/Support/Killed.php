<?php

declare(strict_types=1);

namespace Tests\Support;

use Closure;
use Illuminate\Support\Facades\DB;

/** Work in a process of its own that is killed. */
final class Killed
{
    /** Does the work in a process of its own, which is killed after so many microseconds; 0 to let it end. */
    public static function after(int $microseconds, Closure $work): void
    {
        DB::disconnect();
        $child = pcntl_fork();
        if ($child === 0) {
            DB::purge();
            try {
                $work();
            } finally {
                // Nothing of the test that it was split off from may run in it.
                posix_kill((int) getmypid(), SIGKILL);
            }
        }
        if ($microseconds > 0) {
            usleep($microseconds);
            posix_kill($child, SIGKILL);
        }
        pcntl_waitpid($child, $status);
        DB::purge();
    }
}
