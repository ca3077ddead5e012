<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Culprits\Culprits;
use Stasimon\Core\Culprits\CulpritTrial;

/** @return list<string> */
function wantList(int $count): array
{
    return array_map(fn (int $i): string => sprintf('m%03d', $i), range(1, $count));
}

/**
 * Searches to its end, each launch answered by a rule.
 *
 * @param  callable(list<string>): bool  $fails
 * @return array{list<string>, int, list<list<string>>} culprits, launches, and the sets that were launched
 */
function searched(Culprits $culprits, callable $fails): array
{
    $outcomes = $sets = [];
    while (($search = $culprits->step($outcomes))->next !== null) {
        $key = Culprits::keyOf($search->next);
        expect($outcomes)->not->toHaveKey($key);
        $outcomes[$key] = $fails($search->next) ? CulpritTrial::Failed : CulpritTrial::Passed;
        $sets[] = $search->next;
    }

    return [$search->culprits, count($sets), $sets];
}

/** @param  list<string>  $culprits */
function allOf(array $culprits): Closure
{
    return fn (array $set): bool => array_diff($culprits, $set) === [];
}

it('finds any single culprit of 180 in at most 12 launches', function (): void {
    $wants = wantList(180);
    foreach ($wants as $one) {
        [$found, $launches] = searched(new Culprits($wants), allOf([$one]));
        expect($found)
            ->toBe([$one])
            ->and($launches)
            ->toBeLessThanOrEqual(12);
    }
});

it('finds pairs of 180 in at most 40 launches, and triples, at 200 seeds, with no wrong answer', function (): void {
    $wants = wantList(180);
    $dice = new Randomizer(new Mt19937(5));
    for ($seed = 0; $seed < 200; $seed++) {
        $culprits = $dice->pickArrayKeys(array_flip($wants), 1 + ($seed % 3));
        [$found, $launches] = searched(new Culprits($wants), allOf($culprits));
        sort($found);
        expect($found)->toBe($culprits)->and($launches)->toBeLessThanOrEqual([12, 40, 60][$seed % 3]);
    }
});

it('stays within the published bound of ddmin, and leaves nothing out that could be, where halving is misled', function (): void {
    // Zeller and Hildebrandt 2002, proposition 11: at most |c|² + 3|c| tests. The first halving comes before it.
    $dice = new Randomizer(new Mt19937(9));
    for ($seed = 0; $seed < 60; $seed++) {
        $wants = wantList($dice->getInt(4, 24));
        $pair = $dice->pickArrayKeys(array_flip($wants), 2);
        $cure = $wants[$dice->getInt(0, count($wants) - 1)];
        // Two fail together, unless a third is there without the last one: what is sound with fewer need not be with more.
        $fails = fn (array $set): bool => array_diff($pair, $set) === [] &&
            (! in_array($cure, $set, true) || in_array($wants[count($wants) - 1], $set, true) || in_array($cure, $pair, true));
        [$found, $launches] = searched(new Culprits($wants), $fails);
        $n = count($wants);
        expect($fails($found))
            ->toBeTrue()
            ->and($launches)
            ->toBeLessThanOrEqual($n * $n + 3 * $n + 2 * (int) ceil(log($n, 2)) + 4);
        foreach ($found as $one) {
            $without = array_values(array_diff($found, [$one]));
            expect($without === [] || ! $fails($without))->toBeTrue();
        }
    }
});

it('keeps every set closed under needs', function (): void {
    $wants = wantList(40);
    // Every fifth needs the one before it, which comes earlier in the list.
    $needs = [];
    foreach ($wants as $i => $want) {
        if ($i % 5 === 4) {
            $needs[$want] = [$wants[$i - 1]];
        }
    }
    foreach ([['m005'], ['m004'], ['m010', 'm037'], ['m020', 'm025']] as $culprits) {
        [$found, , $sets] = searched(new Culprits($wants, $needs), allOf($culprits));
        foreach ($sets as $set) {
            foreach ($set as $one) {
                expect(array_diff($needs[$one] ?? [], $set))->toBe([]);
            }
        }
        sort($found);
        expect($found)->toBe($culprits);
    }
});

it('goes on from where it was stopped', function (): void {
    $wants = wantList(60);
    $culprits = new Culprits($wants);
    $outcomes = [];
    for ($i = 0; $i < 4; $i++) {
        $next = $culprits->step($outcomes)->next;
        $outcomes[Culprits::keyOf($next)] = allOf(['m017', 'm051'])($next) ? CulpritTrial::Failed : CulpritTrial::Passed;
    }
    $again = (new Culprits($wants))->step(
        json_decode((string) json_encode(array_map(fn (CulpritTrial $one): string => $one->value, $outcomes)), true) === []
            ? []
            : $outcomes,
    );
    expect($again->next)
        ->toBe($culprits->step($outcomes)->next)
        ->and($again->left)
        ->toBeLessThan(60)
        ->and($again->expected())
        ->toBeLessThan(8);
});

it('does not count what stops for another reason', function (): void {
    $wants = wantList(30);
    $outcomes = [];
    $culprits = new Culprits($wants);
    while (($search = $culprits->step($outcomes))->next !== null) {
        $set = $search->next;
        $outcomes[Culprits::keyOf($set)] = match (true) {
            array_diff(['m009', 'm022'], $set) === [] => CulpritTrial::Failed,
            in_array('m022', $set, true) && count($set) < 4 => CulpritTrial::Other,
            default => CulpritTrial::Passed,
        };
    }
    expect($search->culprits)->toBe(['m009', 'm022']);
});
