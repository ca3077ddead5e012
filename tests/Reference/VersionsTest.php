<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Evidence\ClassLevel;
use Stasimon\Core\Version\MavenVersion;
use Stasimon\Core\Version\Semver;
use Stasimon\Core\Version\SemverRangeReader;
use Symfony\Component\Process\Process;

it('orders pre-releases below their release', function (): void {
    // Semantic Versioning 2.0.0, section 11, item 4: its own example chain.
    $chain = ['1.0.0-alpha', '1.0.0-alpha.1', '1.0.0-alpha.beta', '1.0.0-beta', '1.0.0-beta.2', '1.0.0-beta.11', '1.0.0-rc.1', '1.0.0'];
    foreach ($chain as $i => $lower) {
        foreach (array_slice($chain, $i + 1) as $higher) {
            expect(Semver::of($lower)->compare(Semver::of($higher)))
                ->toBe(-1)
                ->and(Semver::of($higher)->compare(Semver::of($lower)))
                ->toBe(1);
        }
    }
    // Item 2: major, minor and patch are compared numerically.
    expect(Semver::of('2.1.0')->compare(Semver::of('2.1.1')))
        ->toBe(-1)
        ->and(Semver::of('2.0.0')->compare(Semver::of('1.9.9')))
        ->toBe(1);
});

it('agrees with npm\'s semver on generated ranges and versions', function (): void {
    // Reference program: npm "semver", Range with includePrerelease, and compare.
    $dice = new Randomizer(new Mt19937(5));
    $pick = fn (array $from): string => $from[$dice->getInt(0, count($from) - 1)];
    $number = fn (): string => $pick(['0', '0', '1', '1', '2', '3', '10']);
    $version = fn (): string => "{$number()}.{$number()}.{$number()}".
        $pick(['', '', '', '-0', '-alpha', '-alpha.1', '-beta', '-beta.2', '-rc.1', '-1']);
    $part = fn (): string => match ($dice->getInt(0, 5)) {
        0 => $number(),
        1 => "{$number()}.{$number()}",
        2 => "{$number()}.x",
        3 => $pick(['*', 'x', '1.x.x', '1.*', 'v1.2']),
        default => $version(),
    };
    $comparator = fn (): string => $pick(['', '=', '>', '<', '>=', '<=', '^', '~', '~>']).$pick(['', ' ']).$part();
    $cases = [];
    for ($i = 0; $i < 20_000; $i++) {
        $alternatives = [];
        for ($n = $dice->getInt(1, 2); $n > 0; $n--) {
            $alternatives[] =
                $dice->getInt(0, 5) === 0
                    ? "{$part()} - {$part()}"
                    : $comparator().($dice->getInt(0, 1) === 0 ? '' : ' '.$comparator());
        }
        $range = implode($pick(['||', ' || ']), $alternatives);
        [$a, $b] = [$version(), $version()];
        $cases[] = [
            $range,
            $a,
            $b,
            (new SemverRangeReader($range))->range()->admits(Semver::of($a)),
            Semver::of($a)->compare(Semver::of($b)),
        ];
    }
    $program = <<<'JS'
    const semver = require('semver');
    const cases = JSON.parse(require('fs').readFileSync(0));
    const wrong = cases.filter(([range, a, b, admits, order]) =>
        new semver.Range(range, { includePrerelease: true }).test(a) !== admits || semver.compare(a, b) !== order);
    console.log(JSON.stringify({ compared: cases.length, wrong: wrong.slice(0, 5) }));
    JS;
    $node = new Process(['node', '-e', $program], dirname(__DIR__, 2), input: json_encode($cases, JSON_THROW_ON_ERROR));
    $node->mustRun();
    expect(json_decode($node->getOutput(), true))->toBe(['compared' => 20_000, 'wrong' => []]);
});

it('agrees with Maven\'s ComparableVersion on generated pairs', function (): void {
    // Reference program: org.apache.maven.artifact.versioning.ComparableVersion of Maven 3.8 (Debian package libmaven3-core-java),
    // whose main method compares each argument with the one before.
    $dice = new Randomizer(new Mt19937(9));
    $pick = fn (array $from): string => $from[$dice->getInt(0, count($from) - 1)];
    $versions = [];
    for ($i = 0; $i <= 20_000; $i++) {
        $version = $pick(['0', '1', '1', '2', '10']);
        for ($n = $dice->getInt(0, 3); $n > 0; $n--) {
            $version .=
                $pick(['.', '.', '-']).
                $pick([
                    '0',
                    '0',
                    '1',
                    '2',
                    '10',
                    '20310402',
                    'alpha',
                    'a1',
                    'beta-2',
                    'b3',
                    'milestone',
                    'm2',
                    'rc',
                    'cr1',
                    'RC2',
                    'snapshot',
                    'SNAPSHOT',
                    'ga',
                    'final',
                    'release',
                    'sp',
                    'sp1',
                    'foo',
                    'xyz9',
                    '1x',
                ]);
        }
        $versions[] = $version;
    }
    $wrong = [];
    $compared = 0;
    foreach (array_chunk($versions, 4000) as $chunk) {
        $java = new Process([
            'java',
            '-cp',
            '/usr/share/java/maven-artifact-3.x.jar',
            'org.apache.maven.artifact.versioning.ComparableVersion',
            ...$chunk,
        ]);
        $java->mustRun();
        preg_match_all('/^   (\S+) (<|>|==) (\S+)$/m', $java->getOutput(), $matches, PREG_SET_ORDER);
        foreach ($matches as [, $a, $sign, $b]) {
            $compared++;
            if (MavenVersion::of($a)->compare(MavenVersion::of($b)) !== ['<' => -1, '>' => 1, '==' => 0][$sign]) {
                $wrong[] = "{$a} {$sign} {$b}";
            }
        }
    }
    expect($compared)->toBeGreaterThan(19_000)->and(array_slice($wrong, 0, 20))->toBe([]);
});

it('knows which Java reads a class file', function (int $major, int $java): void {
    // The Java Virtual Machine Specification, table 4.1-A.
    expect(ClassLevel::javaFor($major))->toBe($java);
})->with([[45, 1], [52, 8], [55, 11], [61, 17], [65, 21]]);
