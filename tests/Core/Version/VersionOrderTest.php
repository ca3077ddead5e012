<?php

declare(strict_types=1);

use Stasimon\Core\Version\MavenVersion;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Semver;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\UnusableVersion;

it('reads versions leniently', function (string $one, string $same): void {
    expect(Semver::of($one)->compare(Semver::of($same)))->toBe(0);
})->with([['1.2', '1.2.0'], ['1', '1.0.0'], ['v1.2.3', '1.2.3'], ['1.2.3.0', '1.2.3'], ['1.2.3+build.7', '1.2.3']]);

it('orders more than three numeric parts, and numbers of any length', function (string $lower, string $higher): void {
    expect(Semver::of($lower)->compare(Semver::of($higher)))->toBe(-1)
        ->and(Semver::of($higher)->compare(Semver::of($lower)))->toBe(1);
})->with([['1.2.3', '1.2.3.1'], ['1.2.3.9', '1.2.3.10'], ['1.99999999999999999999', '1.100000000000000000000'], ['0.16.4', '0.16.10']]);

it('refuses what is not a version', function (string $text): void {
    expect(fn () => Semver::of($text))->toThrow(UnusableVersion::class, 'is not a version');
})->with(['', 'latest', '1..2', '1.2-', "1.2\n", '-1', '1.2 ']);

it('sorts a timeline by its scheme, and keeps a sequence as it is listed', function (): void {
    expect((new Timeline(Scheme::Semver, ['1.10.0', '1.2.0', '1.2.0-beta']))->texts())->toBe(['1.2.0-beta', '1.2.0', '1.10.0'])
        ->and((new Timeline(Scheme::Sequence, ['summer', 'autumn', '3']))->texts())->toBe(['summer', 'autumn', '3'])
        ->and((new Timeline(Scheme::Maven, ['1.0', '1.0-alpha-1', '1.0-sp']))->texts())->toBe(['1.0-alpha-1', '1.0', '1.0-sp']);
});

it('orders Maven versions as the specification\'s own examples do', function (string $lower, string $higher): void {
    // Maven POM reference, "Version Order Specification", its list of examples.
    expect(MavenVersion::of($lower)->compare(MavenVersion::of($higher)))->toBeLessThan(0)
        ->and(MavenVersion::of($higher)->compare(MavenVersion::of($lower)))->toBeGreaterThan(0);
})->with([
    ['1', '1.1'], ['1-snapshot', '1'], ['1', '1-sp'], ['1-foo2', '1-foo10'], ['1.foo', '1-1'], ['1-foo', '1-1'], ['1-1', '1.1'],
    ['1.alpha', '1'], ['1-alpha', '1-beta'], ['1-beta', '1-milestone'], ['1-rc', '1-snapshot'],
]);

it('takes Maven versions for equal that the specification calls so', function (string $one, string $other): void {
    expect(MavenVersion::of($one)->compare(MavenVersion::of($other)))->toBe(0);
})->with([['1.ga', '1-ga'], ['1-ga', '1'], ['1.0', '1'], ['1-0', '1'], ['1-final', '1'], ['1-cr', '1-rc'], ['1-a1', '1-alpha-1']]);
