<?php

declare(strict_types=1);

namespace App\Work;

/** Numbers of signals on Linux, signal(7): the processes that make pages have no pcntl, which has their names. */
final class Signal
{
    public const QUIT = 3;

    public const KILL = 9;

    public const USR1 = 10;

    public const TERM = 15;
}
