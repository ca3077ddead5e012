<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Chain;
use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Selected;
use Stasimon\Core\Resolve\Want;
use Tests\Support\Answers;
use Tests\Support\Generated;

it('takes what is asked for as new as it can be, with what it needs', function (): void {
    $answers = Answers::short(
        [
            'fogbank' => ['1.0.0' => ['oakum'], '2.0.0' => ['oakum >=2']],
            'oakum' => ['1.0.0' => [], '2.0.0' => ['kedge <2'], '2.1.0' => ['kedge <2']],
            'kedge' => ['1.0.0' => [], '2.0.0' => []],
        ],
        ['fogbank'],
    );
    expect($answers->versions())->toBe(['fogbank' => '2.0.0', 'kedge' => '1.0.0', 'oakum' => '2.1.0']);
});

it('finds an older line-up when the newest does not hold', function (): void {
    $answers = Answers::short(
        [
            'a' => ['1.0.0' => ['c >=1'], '2.0.0' => ['c >=2']],
            'b' => ['1.0.0' => ['c <2']],
            'c' => ['1.0.0' => [], '2.0.0' => []],
        ],
        ['b', 'a'],
    );
    expect($answers->versions())->toBe(['a' => '1.0.0', 'b' => '1.0.0', 'c' => '1.0.0']);
});

it('never makes an earlier want older for a later one', function (): void {
    $packages = [
        'a' => ['1.0.0' => [], '2.0.0' => ['c 1.x']],
        'b' => ['1.0.0' => [], '2.0.0' => ['c 2.x']],
        'c' => ['1.0.0' => [], '2.0.0' => []],
    ];
    expect(Answers::short($packages, ['a', 'b'])->versions())
        ->toMatchArray(['a' => '2.0.0', 'b' => '1.0.0'])
        ->and(Answers::short($packages, ['b', 'a'])->versions())
        ->toMatchArray(['a' => '1.0.0', 'b' => '2.0.0']);
});

it('is content with one of several alternatives, and prefers what is there for another reason', function (): void {
    $packages = [
        't' => ['1.0.0' => [['lib-a', 'lib-b']]],
        'lib-a' => ['1.0.0' => []],
        'lib-b' => ['1.0.0' => []],
        'm' => ['1.0.0' => ['lib-b']],
    ];
    expect(Answers::short($packages, ['t'])->versions())
        ->toBe(['lib-a' => '1.0.0', 't' => '1.0.0'])
        ->and(Answers::short($packages, ['t', 'm'])->versions())
        ->toBe(['lib-b' => '1.0.0', 'm' => '1.0.0', 't' => '1.0.0']);
});

it('takes a fork for what it provides, unless that is broken', function (): void {
    $packages = ['m' => ['1.0.0' => ['loader >=2']], 'loader' => ['1.0.0' => []], 'fork' => ['9.0.0' => ['provides' => ['loader 2.0.0']]]];
    expect(Answers::short($packages, ['m'])->versions())->toBe(['fork' => '9.0.0', 'm' => '1.0.0']);
    $packages['x'] = ['1.0.0' => ['breaks' => ['loader >=2']]];
    expect(Answers::short($packages, ['m', 'x'])->resolve())->toBeInstanceOf(Refused::class);
});

it('lets nothing break itself, by its own id or by one it provides', function (): void {
    expect(Answers::short(['a' => ['1.0.0' => ['breaks' => ['a', 'b'], 'provides' => ['b 1.0.0']]]], ['a'])->versions())->toBe([
        'a' => '1.0.0',
    ]);
});

it('follows needs in a circle', function (): void {
    expect(Answers::short(['a' => ['1.0.0' => ['b']], 'b' => ['1.0.0' => ['a']]], ['a'])->versions())->toBe([
        'a' => '1.0.0',
        'b' => '1.0.0',
    ]);
});

it('takes nothing less stable than allowed, and nothing forbidden', function (): void {
    $packages = ['a' => ['1.0.0' => [], '1.1.0' => [], '2.0.0' => ['channel' => 'beta']]];
    expect(Answers::short($packages, ['a'])->versions())
        ->toBe(['a' => '1.1.0'])
        ->and(Answers::short($packages, ['a'], ['channels' => ['a' => 'beta']])->versions())
        ->toBe(['a' => '2.0.0'])
        ->and(Answers::short($packages, ['a'], ['forbid' => [['id' => 'a', 'range' => '>=1.1.0']]])->versions())
        ->toBe(['a' => '1.0.0']);
});

it('disregards what is waived, for that release alone', function (): void {
    $packages = ['a' => ['1.0.0' => ['g =3.2.0'], '1.1.0' => ['g =3.2.0']], 'g' => ['3.2.0' => [], '3.2.2' => []]];
    $waive = ['waive' => [['id' => 'a', 'version' => '1.0.0', 'relation' => 'needs', 'target' => 'g']]];
    expect(Answers::short($packages, ['g =3.2.2', 'a'])->versions())
        ->toBeNull()
        ->and(Answers::short($packages, ['g =3.2.2', 'a'], $waive)->versions())
        ->toBe(['a' => '1.0.0', 'g' => '3.2.2']);
});

it('keeps what is there when it may, and says what nothing needs', function (): void {
    $packages = [
        'a' => ['1.0.0' => ['lib'], '2.0.0' => ['lib']],
        'lib' => ['1.0.0' => [], '2.0.0' => []],
        'old' => ['1.0.0' => []],
        'b' => ['1.0.0' => ['lib >=2']],
    ];
    $have = ['have' => ['a' => '1.0.0', 'lib' => '1.0.0', 'old' => '1.0.0'], 'policy' => 'settled'];
    $kept = Answers::short($packages, ['a'], $have)->resolve();
    assert($kept instanceof Resolved);
    expect($kept->versions())
        ->toBe(['a' => '1.0.0', 'lib' => '1.0.0', 'old' => '1.0.0'])
        ->and($kept->unneeded)
        ->toBe(['old'])
        ->and($kept->changes->count())
        ->toBe(0);
    $moved = Answers::short($packages, ['a', 'b'], $have)->versions();
    expect($moved)->toBe(['a' => '1.0.0', 'b' => '1.0.0', 'lib' => '2.0.0', 'old' => '1.0.0']);
});

it('keeps to a need that a release shares with its neighbour and only one of them can meet', function (): void {
    // Both releases of a need a itself, 2 or newer: a run whose one clause 2.0.0 meets and 1.0.0 does not.
    $packages = [
        'a' => ['1.0.0' => ['a >=2'], '2.0.0' => ['a >=2', 'b >=2']],
        'b' => ['1.0.0' => [], '2.0.0' => []],
        'c' => ['1.0.0' => ['b <2']],
    ];
    expect(Answers::short($packages, ['c', 'a'])->resolve())
        ->toBeInstanceOf(Refused::class)
        ->and(Answers::short($packages, ['a'])->versions())
        ->toBe(['a' => '2.0.0', 'b' => '2.0.0']);
});

it('answers the same whatever the order of the lists', function (int $seed): void {
    $case = Generated::case($seed);
    $shuffled = $case['catalogue'];
    $shuffled['packages'] = array_reverse($shuffled['packages']);
    foreach ($shuffled['packages'] as &$package) {
        $package['releases'] = array_reverse($package['releases']);
        foreach ($package['releases'] as &$release) {
            $release['needs'] = array_map(
                fn (array $need): array => isset($need['anyOf']) ? ['anyOf' => array_reverse($need['anyOf'])] : $need,
                array_reverse($release['needs']),
            );
        }
        unset($release);
    }
    unset($package);
    foreach (Policy::cases() as $policy) {
        $one = new Answers($case['catalogue'], $case['request']);
        $other = new Answers($shuffled, $case['request']);
        expect($other->versions($other->request->by($policy)))->toBe($one->versions($one->request->by($policy)));
    }
})->with(range(2001, 2040));

it('gives every answer its reasons', function (int $seed): void {
    $case = Generated::case($seed);
    $answer = (new Answers($case['catalogue'], $case['request']))->resolve();
    expect($answer)->toBeInstanceOf(Resolved::class);
    foreach ($answer->selection as $selected) {
        expect($selected->because)->not->toBeEmpty();
        foreach ($selected->because as $reason) {
            expect($reason->want !== null || isset($answer->versions()[$reason->id]))->toBeTrue();
        }
    }
})->with(
    fn () => array_values(
        array_filter(range(1, 60), function (int $seed): bool {
            $case = Generated::case($seed);

            return (new Answers($case['catalogue'], $case['request']))->versions() !== null;
        }),
    ),
);

it('brings in what a release extends, and says that it does', function (): void {
    $json = json_encode([
        'format' => 'stasimon/catalogue',
        'revision' => 1,
        'packages' => [
            ['id' => 'game', 'kind' => 'game', 'releases' => [['version' => '1.0.0']]],
            ['id' => 'under', 'kind' => 'loader', 'releases' => [['version' => '1.0.0'], ['version' => '2.0.0']]],
            ['id' => 'over', 'kind' => 'loader', 'releases' => [['version' => '1.0.0', 'extends' => [['id' => 'under', 'range' => '^1']]]]],
            ['id' => 'top', 'kind' => 'mod', 'releases' => [['version' => '1.0.0', 'needs' => [['id' => 'over']]]]],
        ],
    ]);
    foreach ([(new CatalogueReader())->read((string) $json), (new CatalogueReader())->open((string) $json)] as $catalogue) {
        $answer = (new Resolver($catalogue))->resolve(new Request([new Want('top')]));
        expect($answer)
            ->toBeInstanceOf(Resolved::class)
            ->and($answer->versions())
            ->toEqual(['top' => '1.0.0', 'over' => '1.0.0', 'under' => '1.0.0'])
            ->and(Chain::under($catalogue, 'over'))
            ->toBe(['under']);
        $under = array_values(array_filter($answer->selection, fn (Selected $one): bool => $one->package->id === 'under'))[0];
        expect([$under->because[0]->id, $under->because[0]->isExtension])->toBe(['over', true]);
        $request = new Request([new Want('top'), new Want('under', '^2')]);
        $refused = (new Resolver($catalogue))->resolve($request);
        assert($refused instanceof Refused);
        expect(
            implode(
                ' ',
                array_column(Impossible::of($request, $refused, new Resolver($catalogue))->explanation, 'text'),
            ),
        )->toMatch('/ver(?: 1\.0\.0)? extends under/');
    }
});
