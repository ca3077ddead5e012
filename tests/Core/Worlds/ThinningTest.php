<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Worlds\Thinning;

// Worked by hand. Friday, 27 November 2026, 15:00; Monday of that week is the 23rd, of the week before the 16th, before that the 9th and
// the 2nd.
$now = new DateTimeImmutable('2026-11-27 15:00', new DateTimeZone('Europe/Paris'));

/** @param  list<int>  $named */
function thinned(array $made, array $named, DateTimeImmutable $now): array
{
    return Thinning::going(
        array_map(fn (string $at): DateTimeImmutable => new DateTimeImmutable($at, $now->getTimezone()), $made),
        $named,
        $now,
    );
}

it('keeps what the rule says', function (array $made, array $named, array $going) use ($now): void {
    expect(thinned($made, $named, $now))->toBe($going);
})->with([
    'all of today' => [[1 => '2026-11-27 00:00', 2 => '2026-11-27 09:00', 3 => '2026-11-27 14:59'], [], []],
    'the last of each day' => [
        [1 => '2026-11-26 08:00', 2 => '2026-11-26 23:59', 3 => '2026-11-25 10:00', 4 => '2026-11-25 11:00', 5 => '2026-11-27 01:00'],
        [],
        [3, 1],
    ],
    'the seventh day back is the last that is kept by day' => [
        [
            1 => '2026-11-21 08:00',
            2 => '2026-11-21 09:00',
            3 => '2026-11-20 08:00',
            4 => '2026-11-20 09:00',
            5 => '2026-11-19 09:00',
            6 => '2026-11-27 01:00',
        ],
        [],
        [5, 3, 1],
    ],
    'the last of each week' => [
        [1 => '2026-11-16 08:00', 2 => '2026-11-18 08:00', 3 => '2026-11-09 08:00', 4 => '2026-11-15 08:00', 5 => '2026-11-27 01:00'],
        [],
        [3, 1],
    ],
    'after four weeks they go' => [
        [1 => '2026-10-31 08:00', 2 => '2026-10-30 08:00', 3 => '2026-01-01 08:00', 4 => '2026-11-27 01:00'],
        [],
        [3, 2],
    ],
    'a name keeps' => [[1 => '2020-01-01 08:00', 2 => '2026-11-25 08:00', 3 => '2026-11-25 09:00', 4 => '2026-11-27 01:00'], [1, 2], []],
    'never the newest' => [[1 => '2020-01-01 08:00', 2 => '2020-01-02 08:00'], [], [1]],
    'from tomorrow, by a clock that was put back' => [[1 => '2026-11-28 08:00', 2 => '2026-11-27 01:00'], [], []],
    'of one moment, the higher number is the later' => [
        [2 => '2026-11-25 08:00', 1 => '2026-11-25 08:00', 4 => '2026-11-27 01:00'],
        [],
        [1],
    ],
    'none' => [[], [], []],
    'an hour of UTC that is another day here' => [
        [1 => '2026-11-26 23:30 UTC', 2 => '2026-11-26 22:30 UTC', 3 => '2026-11-26 22:00 UTC'],
        [],
        [3],
    ],
]);

it('takes nothing more when it is asked again, and never all', function () use ($now): void {
    for ($seed = 1; $seed <= 200; $seed++) {
        $dice = new Randomizer(new Mt19937($seed));
        $made = [];
        for ($number = 1; $number <= $dice->getInt(1, 60); $number++) {
            $made[$number] = $now->modify('-'.$dice->getInt(0, 60 * 24 * 60).' minutes');
        }
        $named = $dice->getInt(0, 1) === 1 ? [(int) array_key_first($made)] : [];
        $left = array_diff_key($made, array_flip(Thinning::going($made, $named, $now)));
        expect(Thinning::going($left, $named, $now))
            ->toBe([])
            ->and($left)
            ->not->toBe([])
            ->and(count($left))
            ->toBeLessThanOrEqual(
                count(array_filter($made, fn (DateTimeImmutable $at): bool => $at >= $now->setTime(0, 0))) + 6 + 5 + count($named),
            );
    }
});
