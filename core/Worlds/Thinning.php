<?php

declare(strict_types=1);

namespace Stasimon\Core\Worlds;

use DateTimeImmutable;

/**
 * Which backups are kept: all of today, the last of each day for a week, the last of each week for a month (28 days). What has a
 * name is kept for ever, and so is the newest, whatever its age. Days and weeks are those of the calendar, weeks from Monday (ISO 8601).
 * Of two of one moment the higher number is the later one.
 */
final class Thinning
{
    private const WEEK = 7;

    private const MONTH = 28;

    public const RULE = 'All of today are kept, the last of each day for a week, and the last of each week for four weeks; those with a '.
        'name for ever, and always the newest.';

    /**
     * @param  array<int, DateTimeImmutable>  $made  number => when it was made
     * @param  list<int>  $named  numbers of those with a name
     * @return list<int> numbers of those that go, the oldest first
     */
    public static function going(array $made, array $named, DateTimeImmutable $now): array
    {
        uksort($made, fn (int $one, int $other): int => [$made[$one], $one] <=> [$made[$other], $other]);
        $today = $now->setTime(0, 0);
        $kept = array_fill_keys($named, true);
        $last = [];
        foreach ($made as $number => $moment) {
            $moment = $moment->setTimezone($now->getTimezone());
            $age = (int) $moment->setTime(0, 0)->diff($today)->format('%r%a');
            match (true) {
                // What the clock says will be made is of today.
                $age <= 0 => ($kept[$number] = true),
                $age < self::WEEK => ($last['day '.$moment->format('Y-m-d')] = $number),
                $age < self::MONTH => ($last['week '.$moment->format('o-W')] = $number),
                default => null,
            };
        }
        $newest = array_key_last($made);
        $kept += array_fill_keys(array_values($last), true) + ($newest === null ? [] : [$newest => true]);

        return array_values(array_filter(array_keys($made), fn (int $number): bool => ! isset($kept[$number])));
    }
}
