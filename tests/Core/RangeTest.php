<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\UnusableRange;

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
    expect(within($game, '>=3.2.0'))->toBe(['3.2.0', '3.2.1'])->and(within($game, '3.1.4 || =3.2.1'))->toBe(['3.1.4', '3.2.1'])->and(within($game, '(,3.2.0]', Syntax::Interval))->toBe(['3.1.4', '3.2.0']);
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
    expect(ranged(['1.0.0'])->range($range, $syntax)->words())->toBe($words);
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
    expect($low->intersect($high)->runs())->toBe([[1, $size - 2]])
        ->and($low->union($high)->isAll())->toBeTrue()
        ->and($low->without($high)->positions())->toBe([0])
        ->and(ReleaseSet::none($size)->isEmpty())->toBeTrue()
        ->and($high->has(0))->toBeFalse()->and($high->has($size - 1))->toBeTrue();
})->with([3, 7, 8, 9, 64, 200]);

it('lets a range that cannot be read, or that names a version nobody knows, admit nothing', function (string $range, Scheme $scheme, string $words): void {
    $package = ranged(['1.0.0', '2.0.0'], $scheme);
    expect($package->within($range, Syntax::Comparator)->isEmpty())->toBeTrue()->and($package->range($range, Syntax::Comparator)->words())->toBe($words);
})->with([
    ['>=3.5.0', Scheme::Sequence, '“>=3.5.0” (a version that is not known here)'],
    ['>=1 and', Scheme::Semver, '“>=1 and” (which is not a range)'],
]);

it('tells every limit in the guide as it is in the code', function (): void {
    $page = (string) file_get_contents(dirname(__DIR__, 2).'/docs/limits.md');
    foreach ((new ReflectionClass(Stasimon\Core\Document\Limits::class))->getConstants() as $name => $value) {
        expect($page)->toContain("| `{$name}` | ".number_format($value).' |');
    }
});
