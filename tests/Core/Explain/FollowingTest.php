<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Explain\Following\Follower;
use Stasimon\Core\Explain\Following\Following;
use Stasimon\Core\Version\Scheme;

// The numbers of this file were counted by hand from the days that stand in it.

function islands(): Package
{
    return new Package(
        'islands',
        Kind::Game,
        array_map(fn (string $version): Release => new Release($version), ['1.0', '2.0', '3.0', '4.0', '5.0']),
        Scheme::Sequence,
    );
}

/** @param  array<string, array{string, string}>  $releases  version => range of the game, day */
function author(string $id, array $releases, string $beta = ''): Package
{
    return new Package(
        $id,
        Kind::Mod,
        array_map(
            fn (string $version, array $said): Release => new Release(
                $version,
                $version === $beta ? Channel::Beta : Channel::Stable,
                [Need::of(new Target('islands', $said[0]))],
                published: $said[1],
            ),
            array_map(strval(...), array_keys($releases)),
            $releases,
        ),
    );
}

function following(string $today = '2026-06-30'): Following
{
    $loader = author('keel', [
        '1.0.0' => ['=1.0', '2026-01-01'],
        '2.0.0' => ['=2.0', '2026-02-01'],
        '2.0.1' => ['=2.0', '2026-02-05'],
        '3.0.0' => ['=3.0', '2026-03-01'],
        '4.0.0' => ['=4.0', '2026-04-01'],
        '5.0.0' => ['=5.0', '2026-06-20'],
    ]);

    return new Following(islands(), Following::began(islands(), [$loader]), new DateTimeImmutable($today));
}

it('takes the day of a version to be that of the first loader that was there for it', function (): void {
    $days = array_map(
        fn (DateTimeImmutable $day): string => $day->format('m-d'),
        Following::began(islands(), [
            author('keel', ['1' => ['=1.0', '2026-01-09']]),
            author('oar', ['1' => ['>=1.0 <3.0', '2026-01-02T17:00:00Z'], '2' => ['=4.0', 'some day']]),
        ]),
    );
    expect($days)->toBe(['v1.0' => '01-02', 'v2.0' => '01-02']);
});

it('counts days to the first stable release for a version, and none where a range was open to it', function (): void {
    $one = following()->of(
        author(
            'gulls',
            [
                '1.0.0' => ['=1.0', '2026-01-10'],
                '2.0.0-beta' => ['=2.0', '2026-02-03'],
                '2.0.0' => ['=2.0', '2026-02-11'],
                '3.0.0' => ['>=3.0 <5.0', '2026-03-05'],
            ],
            '2.0.0-beta',
        ),
    );
    // 2.0 after 10 days, not the 2 of the beta; 3.0 after 4; to 4.0 it came along by itself; to 5.0 not yet. Where it began is no
    // following.
    expect($one->delays)
        ->toBe(['v1.0' => 9, 'v2.0' => 10, 'v3.0' => 4, 'v4.0' => 0, 'v5.0' => null])
        ->and([$one->quick, $one->usual, $one->slow])
        ->toBe([0, 4, 10])
        ->and($one->missed)
        ->toBe(1)
        ->and($one->quiet)
        ->toBe(117)
        ->and($one->isAbandoned())
        ->toBeFalse();
});

it('calls abandoned what has missed three versions and been quiet for half a year, and nothing else', function (): void {
    $left = author('lost', ['1.0.0' => ['=1.0', '2025-12-20'], '2.0.0' => ['=2.0', '2025-12-28']]);
    expect(following()->of($left)->isAbandoned())
        ->toBeTrue()
        ->and(following()->of($left)->missed)
        ->toBe(3)
        ->and(following()->of($left)->quiet)
        ->toBe(184)
        ->and(following('2026-06-20')->of($left)->isAbandoned())
        ->toBeFalse()
        ->and(following()->of($left)->evidence())
        ->toBe('not followed to the last 3 versions, and had no release for 6 months')
        ->and(Follower::mayBeAbandoned($left, new DateTimeImmutable('2026-06-30')))
        ->toBeTrue()
        ->and(Follower::mayBeAbandoned($left, new DateTimeImmutable('2026-06-20')))
        ->toBeFalse()
        // One that was never for an older version has missed nothing of it.
        ->and(following()->of(author('young', ['1.0.0' => ['=4.0', '2026-04-02']]))->delays)
        ->toBe(['v4.0' => 1, 'v5.0' => null])
        // One without a single day says nothing.
        ->and(following()->of(author('dayless', ['1.0.0' => ['=1.0', '']])))
        ->toEqual(new Follower('dayless', [], null, null, null, 0, null));
});

it('forecasts from usual delays, and never says soon of what never follows', function (): void {
    $following = following();
    $gulls = $following->of(
        author('gulls', [
            '1.0.0' => ['=1.0', '2026-01-01'],
            '2.0.0' => ['=2.0', '2026-02-21'],
            '3.0.0' => ['=3.0', '2026-03-31'],
            '4.0.0' => ['=4.0', '2026-05-01'],
        ]),
    );
    $there = $following->of(author('there', ['1.0.0' => ['=4.0', '2026-04-02'], '5.0.0' => ['=5.0', '2026-06-22']]));
    $never = $following->of(author('never', ['1.0.0' => ['=1.0', '2025-06-01']]));
    // Delays 20, 30, 30; the version is ten days old: expected on its 20th day at the quickest, on its 30th at the slowest.
    $forecast = $following->forecast([$gulls, $there, $never], '5.0');
    expect([$forecast->total, $forecast->age, $forecast->had, $forecast->early, $forecast->late, $forecast->never])
        ->toBe([3, 10, [2], [20], [30], 1])
        ->and($forecast->words())
        ->toBe('1 of the other 2 would be there, at their usual pace, in 10 to 20 days; 1 may never be.')
        ->and($forecast->end())
        ->toBe(30);
    // One that is late already is expected from today on.
    expect(following('2026-08-20')->forecast([$gulls], '5.0')->early)
        ->toBe([61])
        ->and(
            following('2026-08-20')
                ->forecast([$gulls], '5.0')
                ->words(),
        )
        ->toBe('The others would be there, at their usual pace, within 15 days.')
        ->and($following->forecast([$there], '5.0')->words())
        ->toBe('All of them have followed.')
        ->and($following->forecast([$never], '5.0')->words())
        ->toBe('1 has not followed, and nothing says that it will.')
        ->and($following->forecast([$gulls], '9.9'))
        ->toBeNull();
});
