<?php

declare(strict_types=1);

namespace App\Cage;

/** What a room reads in the cage, without database and framework. */
interface Caged
{
    /**
     * @param  mixed  ...$given  strings, numbers and lists of them
     * @return mixed of what Cage::ANSWERS lists
     */
    public static function caged(mixed ...$given): mixed;
}
