<?php

declare(strict_types=1);

use Stasimon\Core\Explain\ReasonStep;
use Stasimon\Core\Explain\RequestRemedy;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Suggestion;
use Tests\Support\Answers;
use Tests\Support\Generated;

/** @return list<int> */
function impossibleSeeds(): array
{
    return array_values(
        array_filter(range(1, max(400, (int) getenv('STASIMON_CASES'))), function (int $seed): bool {
            $case = Generated::case($seed);

            return (new Answers($case['catalogue'], $case['request']))->versions() === null;
        }),
    );
}

it('explains a loader that is too old, in order', function (): void {
    $impossible = Answers::short(
        [
            'halyard' => ['0.15.11' => [], '0.16.4' => []],
            'fogbank' => ['2.1.0' => ['halyard >=0.16 <0.17'], '2.2.0' => ['halyard >=0.16 <0.17']],
            'gulls' => ['1.0.0' => []],
        ],
        ['gulls', 'fogbank', 'halyard =0.15.11'],
    )->impossible();
    expect($impossible->blame)
        ->toBe([1, 2])
        ->and(array_map(fn (ReasonStep $step): string => $step->text, $impossible->explanation))
        ->toContain('Every fogbank needs halyard 0.16 or newer and below 0.17.', 'You asked for halyard 0.15.11.')
        ->and(array_slice($impossible->explanation, -1)[0]->text)
        ->toContain('at once')
        ->and($impossible->contested[0]->package->id)
        ->toBe('halyard')
        ->and($impossible->repairs[0]->text)
        ->toBe('Use halyard 0.16.4 instead of 0.15.11.');
});

it('says what no release can be so that it is read in one way', function (): void {
    $impossible = Answers::short(
        [
            'a' => ['2.0.0' => [], '3.0.0' => [], '4.0.0' => [], '5.0.0' => []],
            'b' => ['1.0.0' => ['a =2.0.0 || >=4.0.0']],
            'c' => ['1.0.0' => ['a =3.0.0']],
        ],
        ['b', 'c'],
    )->impossible();
    expect(array_slice($impossible->explanation, -1)[0]->text)->toMatch(
        '/^A would have to be (3\.0\.0; and also one of 2\.0\.0, 4\.0\.0 or newer|one of 2\.0\.0, 4\.0\.0 or newer; and also 3\.0\.0)\. '.
        'No release of it is both\.$/',
    );
});

it('names what no depot has', function (): void {
    $impossible = Answers::short(['a' => ['1.0.0' => ['nowhere >=1']]], ['a'])->impossible();
    expect(implode(' ', array_map(fn (ReasonStep $step): string => $step->text, $impossible->explanation)))->toContain(
        'needs nowhere 1 or newer, which no depot has',
    );
});

it('offers a less stable release, an understudy and a waiver where they help', function (): void {
    $texts = fn (Answers $answers): array => array_map(fn (RequestRemedy $one): string => $one->text, $answers->impossible()->repairs);
    expect($texts(Answers::short(['a' => ['1.0.0' => ['channel' => 'beta']]], ['a'])))
        ->toContain('Allow beta releases of a.')
        ->and($texts(Answers::short(['a' => ['1.0.0' => ['breaks' => ['b']]], 'b' => ['1.0.0' => []]], ['a', 'b'])))
        ->toContain('Disregard that a 1.0.0 says it cannot stand with b.')
        ->and($texts(Answers::short(['a' => ['1.0.0' => ['x']], 'f' => ['1.0.0' => ['provides' => ['a 0.1.0']]]], ['a >=1'])))
        ->toContain('Put f in the place of a.');
});

it('drops several wants when no single change helps', function (): void {
    $answers = Answers::short(['a' => ['1.0.0' => ['x']], 'b' => ['1.0.0' => ['y']], 'c' => ['1.0.0' => []]], ['a', 'b', 'c']);
    expect($answers->impossible()->repairs[0]->text)->toBe('Do without a and b.');
});

it('offers six remedies where there are more, those first that cost least, what changes along with them counted in', function (): void {
    $packages = ['a' => ['1.0.0' => ['d 1.x', 'e 1.x', 'f 1.x'], '2.0.0' => ['nowhere']]];
    foreach (['d', 'e', 'f'] as $library) {
        $packages[$library] = ['1.0.0' => [], '2.0.0' => []];
    }
    foreach (range(1, 7) as $number) {
        $packages["u{$number}"] = ['1.0.0' => ['provides' => ['a 0.1.0']]];
    }
    $wants = ['a >=2', 'd', 'e', 'f'];
    $texts = fn (Answers $answers): array => array_map(fn (RequestRemedy $one): string => $one->text, $answers->impossible()->repairs);
    // An older "a" is one change; where d, e and f are there already and have to go back for it, it is four.
    expect($texts(Answers::short($packages, $wants)))
        ->toHaveCount(6)
        ->and($texts(Answers::short($packages, $wants))[0])
        ->toBe('Use a 1.0.0 instead of 2 or newer.')
        ->and($texts(Answers::short($packages, $wants, ['have' => ['d' => '2.0.0', 'e' => '2.0.0', 'f' => '2.0.0']])))
        ->toBe(array_map(fn (int $number): string => "Put u{$number} in the place of a.", range(1, 6)));
});

it('says of what is suggested whether it fits beside what is there as it is', function (): void {
    $answers = Answers::short(
        [
            'a' => ['1.0.0' => ['b <2', 'suggests' => ['good', 'newer', 'bad', 'nowhere', 'b']]],
            'b' => ['1.0.0' => [], '2.0.0' => []],
            'good' => ['1.0.0' => ['b']],
            'newer' => ['1.0.0' => ['b >=2']],
            'bad' => ['1.0.0' => ['breaks' => ['a']]],
        ],
        ['a'],
    );
    $suggestions = Suggestion::of($answers->resolved(), new Resolver($answers->catalogue));
    expect(array_column($suggestions, 'fits', 'id'))->toBe(['good' => true, 'newer' => false, 'bad' => false, 'nowhere' => false]);
});

it('blames a smallest set of wants: take any one away and the rest can hold', function (int $seed): void {
    $case = Generated::case($seed);
    $answers = new Answers($case['catalogue'], $case['request']);
    $blame = $answers->impossible()->blame;
    expect($blame)->not->toBeEmpty()->and($answers->resolve($answers->request->wantingOnly($blame)))->toBeInstanceOf(Refused::class);
    foreach ($blame as $i => $index) {
        expect($answers->resolve($answers->request->wantingOnly(array_values(array_diff($blame, [$index])))))->toBeInstanceOf(
            Resolved::class,
        );
    }
})->with(impossibleSeeds());

it('offers only repairs whose patch resolves', function (int $seed): void {
    $case = Generated::case($seed);
    $answers = new Answers($case['catalogue'], $case['request']);
    $repairs = $answers->impossible()->repairs;
    expect($repairs)->not->toBeEmpty()->and(count($repairs))->toBeLessThanOrEqual(6);
    foreach ($repairs as $repair) {
        $patched = $answers->patched($repair->patch);
        $versions = $answers->versions($patched);
        expect($versions)->not->toBeNull()->and($answers->violations($versions, $patched))->toBe([]);
    }
    $costs = array_map(fn (RequestRemedy $repair): int => $repair->cost, $repairs);
    $sorted = $costs;
    sort($sorted);
    expect($costs)->toBe($sorted);
})->with(impossibleSeeds());

it('lets each step follow from the earlier ones it names', function (int $seed): void {
    $case = Generated::case($seed);
    $steps = (new Answers($case['catalogue'], $case['request']))->impossible()->explanation;
    foreach ($steps as $i => $step) {
        foreach ($step->from as $earlier) {
            expect($earlier)->toBeLessThan($i);
        }
    }
    $last = end($steps);
    // Unit propagation over the facts named has to end in nothing: what the last step claims.
    $claims = array_map(fn (int $i): array => $steps[$i]->claim->literals, $last->from === [] ? [count($steps) - 1] : $last->from);
    expect(refutes($claims))->toBeTrue();
})->with(impossibleSeeds());

it('names no fact without which the others would clash all the same', function (): void {
    $tried = 0;
    foreach (impossibleSeeds() as $seed) {
        $case = Generated::case($seed);
        $steps = array_filter(
            (new Answers($case['catalogue'], $case['request']))->impossible()->explanation,
            fn (ReasonStep $step): bool => $step->claim->fact !== null,
        );
        // The last step may be the fact that is a contradiction by itself.
        $steps = array_values(array_combine(array_map(fn (ReasonStep $step): int => spl_object_id($step->claim), $steps), $steps));
        $claims = array_map(fn (ReasonStep $step): array => $step->claim->literals, $steps);
        if (canHold($claims) === null) {
            continue;
        }
        $tried++;
        expect(canHold($claims))->toBeFalse("seed {$seed}");
        foreach (array_keys($claims) as $out) {
            expect(canHold(array_values(array_diff_key($claims, [$out => 0]))))->toBeTrue("seed {$seed}: {$steps[$out]->text}");
        }
    }
    expect($tried)->toBeGreaterThan(100);
});

/**
 * Whether some choice of a release, or none, for each package satisfies all clauses, found by trying all; null where there are too many.
 *
 * @param  list<array<int, string>>  $clauses  package => set, bit 0 for none of its releases
 */
function canHold(array $clauses): ?bool
{
    $bits = [];
    foreach ($clauses as $clause) {
        foreach ($clause as $package => $set) {
            $bits[$package] = ($bits[$package] ?? '') | $set;
        }
    }
    // A release that no clause speaks of is as good as another such one: one bit stands for them.
    $values = array_map(
        fn (string $set): array => [
            -1,
            ...array_filter(range(0, 8 * strlen($set) - 1), fn (int $bit): bool => ((ord($set[$bit >> 3]) >> ($bit & 7)) & 1) === 1),
        ],
        $bits,
    );
    if (array_product(array_map(count(...), $values)) > 50_000) {
        return null;
    }
    $try = function (array $packages, array $clauses) use (&$try, $values): bool {
        if ($clauses === []) {
            return true;
        }
        $package = array_shift($packages);
        if ($package === null) {
            return false;
        }
        foreach ($values[$package] as $bit) {
            if (
                $try(
                    $packages,
                    array_filter(
                        $clauses,
                        fn (array $clause): bool => ! isset($clause[$package]) ||
                            $bit < 0 ||
                            ((ord($clause[$package][$bit >> 3]) >> ($bit & 7)) & 1) === 0,
                    ),
                )
            ) {
                return true;
            }
        }

        return false;
    };

    return $try(array_keys($values), $clauses);
}

/**
 * Whether clauses over sets of releases, as step by step narrowing reads them, leave some package nothing to be.
 *
 * @param  list<array<int, string>>  $clauses
 */
function refutes(array $clauses): bool
{
    $domain = [];
    do {
        $before = $domain;
        foreach ($clauses as $clause) {
            $open = array_filter(
                $clause,
                fn (string $set, int $package): bool => ! isset($domain[$package])
                    ? trim($set, "\0") !== ''
                    : trim($set & $domain[$package], "\0") !== '',
                ARRAY_FILTER_USE_BOTH,
            );
            if ($open === []) {
                return true;
            }
            if (count($open) === 1) {
                $package = array_key_first($open);
                $domain[$package] = isset($domain[$package]) ? $domain[$package] & $open[$package] : $open[$package];
            }
        }
    } while ($domain !== $before);

    return false;
}
