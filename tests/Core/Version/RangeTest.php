<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Version\DateVersion;
use Stasimon\Core\Version\RangeReader;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableRange;
use Stasimon\Core\Version\UnusableVersion;

/** @param  list<string>  $versions */
function ranged(array $versions, Scheme $scheme = Scheme::Semver): Package
{
    return new Package('oakum', Kind::Library, array_map(fn (string $version): Release => new Release($version), $versions), $scheme);
}

/** @return list<string> */
function within(Package $package, string $range, Syntax $syntax = Syntax::Comparator): array
{
    return array_map(fn (int $position): string => $package->releases[$position]->version, $package->within($range, $syntax)->positions());
}

it('selects releases by comparators', function (string $range, array $expected): void {
    expect(within(ranged(['1.0.0', '1.2.0', '1.4.0-beta.1', '1.4.0', '2.0.0']), $range))->toBe($expected);
})->with([
    ['*', ['1.0.0', '1.2.0', '1.4.0-beta.1', '1.4.0', '2.0.0']],
    ['^1.2', ['1.2.0', '1.4.0-beta.1', '1.4.0']],
    ['>=1.2 <1.4', ['1.2.0']],
    ['=1.0.0 || >1.4', ['1.0.0', '2.0.0']],
    ['1.2 - 1.4.0', ['1.2.0', '1.4.0-beta.1', '1.4.0']],
    ['>2', []],
]);

it('selects releases by intervals', function (string $range, array $expected): void {
    expect(within(ranged(['1.0.0', '1.2.0', '1.4.0', '2.0.0']), $range, Syntax::Interval))->toBe($expected);
})->with([
    ['[1.2,2.0)', ['1.2.0', '1.4.0']],
    ['(1.2.0,2.0]', ['1.4.0', '2.0.0']],
    ['[1.4]', ['1.4.0']],
    ['(,1.2)', ['1.0.0']],
    ['[1.0],[2.0,)', ['1.0.0', '2.0.0']],
    ['1.4', ['1.4.0', '2.0.0']],
]);

it('compares labels of a sequence by their place', function (): void {
    $game = ranged(['3.1.4', '3.2.0', '3.2.1'], Scheme::Sequence);
    expect(within($game, '>=3.2.0'))
        ->toBe(['3.2.0', '3.2.1'])
        ->and(within($game, '3.1.4 || =3.2.1'))
        ->toBe(['3.1.4', '3.2.1'])
        ->and(within($game, '(,3.2.0]', Syntax::Interval))
        ->toBe(['3.1.4', '3.2.0']);
});

it('says where a range goes wrong', function (string $range, Syntax $syntax, Scheme $scheme, string $sentence): void {
    expect(fn () => ranged(['1.0.0'], $scheme)->readRange($range, $syntax))->toThrow(UnusableRange::class, $sentence);
})->with([
    ['>=1.2 <<2', Syntax::Comparator, Scheme::Semver, 'a version expected at character 8'],
    ['>=1.2 and', Syntax::Comparator, Scheme::Semver, 'a version expected at character 7'],
    ['[1.2', Syntax::Interval, Scheme::Semver, 'a comma or "]" expected at character 5'],
    ['[1.2,2', Syntax::Interval, Scheme::Semver, '"]" or ")" expected at character 7'],
    ['[1.2,2) x', Syntax::Interval, Scheme::Semver, 'a comma or the end expected at character 9'],
    ['^1.0.0', Syntax::Comparator, Scheme::Maven, 'a version expected at character 1'],
    ['>=9.9', Syntax::Comparator, Scheme::Sequence, '"9.9" at character 3 is not one of the versions'],
]);

it('puts ranges into words', function (string $range, Syntax $syntax, string $words): void {
    expect(
        ranged(['1.0.0'])
            ->range($range, $syntax)
            ->words(),
    )->toBe($words);
})->with([
    ['[0.16,0.17)', Syntax::Interval, '0.16 or newer and below 0.17'],
    ['=0.15.11', Syntax::Comparator, '0.15.11'],
    ['^1.4', Syntax::Comparator, '1.4 or newer and below 2'],
    ['<1 || >2.0.0', Syntax::Comparator, 'below 1, or newer than 2.0.0'],
    ['*', Syntax::Comparator, ''],
]);

it('does set arithmetic over positions of any number', function (int $size): void {
    $low = ReleaseSet::ofRuns($size, [[0, $size - 2]]);
    $high = ReleaseSet::ofRuns($size, [[1, $size - 1]]);
    expect($low->intersect($high)->runs())
        ->toBe([[1, $size - 2]])
        ->and($low->union($high)->isAll())
        ->toBeTrue()
        ->and($low->without($high)->positions())
        ->toBe([0])
        ->and(ReleaseSet::none($size)->isEmpty())
        ->toBeTrue()
        ->and($high->has(0))
        ->toBeFalse()
        ->and($high->has($size - 1))
        ->toBeTrue();
})->with([3, 7, 8, 9, 64, 200]);

it('lets a range that cannot be read, or that names a version nobody knows, admit nothing', function (
    string $range,
    Scheme $scheme,
    string $words,
): void {
    $package = ranged(['1.0.0', '2.0.0'], $scheme);
    expect($package->within($range, Syntax::Comparator)->isEmpty())
        ->toBeTrue()
        ->and($package->range($range, Syntax::Comparator)->words())
        ->toBe($words);
})->with([
    ['>=3.5.0', Scheme::Sequence, '“>=3.5.0” (which names no version of it)'],
    ['>=1 and', Scheme::Semver, '“>=1 and” (which is not a range)'],
]);

it('tells every limit in the guide as it is in the code', function (): void {
    $page = (string) file_get_contents(dirname(__DIR__, 3).'/docs/limits.md');
    foreach ((new ReflectionClass(Stasimon\Core\Document\Limits::class))->getConstants() as $name => $value) {
        expect($page)->toContain("| `{$name}` | ".number_format($value).' |');
    }
});

it('reads ranges in words', function (string $words, string $means): void {
    $versions = ['1.0.0', '1.2.0', '1.3.0', '1.4.0', '1.5.0', '2.0.0'];
    $timeline = new Timeline(Scheme::Semver, $versions);
    // Each says what a range in comparators says.
    expect(RangeReader::read($words, Syntax::Words, $timeline)->over($timeline)->positions())->toBe(
        RangeReader::read($means, Syntax::Comparator, $timeline)->over($timeline)->positions(),
    );
})->with([
    ['any', '*'],
    ['All versions', '*'],
    ['1.3 or newer', '>=1.3.0'],
    ['1.3+', '>=1.3.0'],
    ['since 1.3', '>=1.3.0'],
    ['from v1.3 on', '>=1.3.0'],
    ['at least 1.3', '>=1.3.0'],
    ['newer than 1.3.0', '>1.3.0'],
    ['after 1.3.0', '>1.3.0'],
    ['1.3 or older', '<=1.3.0'],
    ['up to 1.3', '<=1.3.0'],
    ['before 1.4', '<1.4.0'],
    ['older than 1.4', '<1.4.0'],
    ['1.2 to 1.4', '>=1.2.0 <=1.4.0'],
    ['versions 1.2 - 1.4', '>=1.2.0 <=1.4.0'],
    ['between 1.2 and 1.4', '>=1.2.0 <=1.4.0'],
    ['only 1.3', '=1.3.0'],
    ['1.3 only', '=1.3.0'],
    ['1.2, 1.3 or 1.5', '=1.2.0 || =1.3.0 || =1.5.0'],
    ['before 1.2 or after 1.4', '<1.2.0 || >1.4.0'],
    ['1.2, or 1.5 and newer', '=1.2.0 || >=1.5.0'],
    ['1.4 onwards', '>=1.4.0'],
    ['1.4 upwards', '>=1.4.0'],
    ['1.4 and onwards', '>=1.4.0'],
    ['not 1.3', '<1.3.0 || >1.3.0'],
    ['any but 1.3.0', '<1.3.0 || >1.3.0'],
    ['works with 1.2', '=1.2.0'],
    ['tested on v1.4', '=1.4.0'],
    ['for 1.2 or 1.4', '=1.2.0 || =1.4.0'],
    ['1.x', '>=1.0.0 <2.0.0'],
    ['1.3.X', '>=1.3.0 <1.4.0'],
    ['1.2.* or 2.0', '>=1.2.0 <1.3.0 || =2.0.0'],
    ['less than 1.3', '<1.3.0'],
    ['more than 1.3', '>1.3.0'],
    ['1.2-1.4', '>=1.2.0 <=1.4.0'],
    ['from v1.2-1.4', '>=1.2.0 <=1.4.0'],
    ['1.0-1.2, 1.5', '>=1.0.0 <=1.2.0 || =1.5.0'],
]);

it('refuses words that are no range', function (string $words): void {
    expect(fn () => RangeReader::read($words, Syntax::Words, new Timeline(Scheme::Semver, ['1.0.0'])))->toThrow(UnusableRange::class);
})->with(['', 'sometimes', '1.2 or newer, not 1.3', '1.x or newer', 'not', '1.2 to', '1.2 1.3', 'or newer', '1.2 or']);

it('orders days however they are written, as the calendar does', function (): void {
    $days = [
        '2009-12-31',
        '2 October 2011',
        'October 3rd, 2011',
        '2011.10.4',
        '20111005',
        '6.10.2011',
        '2011/10/07',
        '2011-10-07b',
        '2011-10-07c',
        '8-Oct-2011',
        '1 Feb 2012',
    ];
    $shuffled = $days;
    shuffle($shuffled);
    expect((new Timeline(Scheme::Date, $shuffled))->texts())->toBe($days);
    // GNU date reads those of them that it knows as the same days.
    foreach (['2 October 2011', '20111005', '2011/10/07', '8-Oct-2011', '1 Feb 2012'] as $day) {
        expect(DateVersion::of($day)->iso())->toBe(trim((string) shell_exec('LC_ALL=C date -d '.escapeshellarg($day).' +%F')));
    }
    $again = ['2011-07-04', '2011-07-04-1', '2011-07-04_2', '2011.7.4.10', '4.7.2011 19', '20110704-20', '2011-07-05'];
    expect((new Timeline(Scheme::Date, array_reverse($again)))->texts())->toBe($again);
    foreach (['2011-13-01', '31 February 2011', 'yesterday', '2011', '', '2011-07-04-0', '2011-07-04-100'] as $none) {
        expect(fn () => DateVersion::of($none))->toThrow(UnusableVersion::class);
    }
    $timeline = new Timeline(Scheme::Date, $days);
    expect(
        array_map(
            $timeline->textAt(...),
            RangeReader::read('"2 October 2011" or older', Syntax::Words, $timeline)->over($timeline)->positions(),
        ),
    )
        ->toBe(['2009-12-31', '2 October 2011'])
        ->and(
            array_map(
                $timeline->textAt(...),
                RangeReader::read('>2011-10-07', Syntax::Comparator, $timeline)->over($timeline)->positions(),
            ),
        )
        ->toBe(['2011-10-07b', '2011-10-07c', '8-Oct-2011', '1 Feb 2012']);
});
