<?php

declare(strict_types=1);

use Stasimon\Core\Resolve\Additions;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Suggestion;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Resolve\WhatIf;
use Tests\Support\Answers;
use Tests\Support\Generated;

// Few of many: tests/Reference asks the same of thousands, and of programs that are not ours. These are quick enough to be run for
// each change of the resolver, by hand or by a machine.

/** @return array<string, array{Answers, list<array<string, string>>}> with every selection that the checker finds valid */
function smallCases(): array
{
    static $cases = [];
    foreach ($cases === [] ? range(1, 14) : [] as $seed) {
        $case = Generated::small($seed);
        $first = $case['catalogue']['packages'][0];
        $case['request']['have'] = (object) [$first['id'] => $first['releases'][$seed % count($first['releases'])]['version']];
        $answers = new Answers($case['catalogue'], $case['request']);
        $cases["seed {$seed}"] = [$answers, iterator_to_array($answers->valid($answers->request->by(Policy::Newest)), false)];
    }

    return $cases;
}

it('finds the best of all selections that are valid, or that there is none', function (): void {
    $found = $none = 0;
    foreach (smallCases() as $name => [$answers, $valid]) {
        $rank = fn (array $one): array => array_map(
            fn (Want $want): int => (int) ($answers->catalogue->package($want->id)?->positionOf($one[$want->id] ?? '') ?? -1),
            $answers->request->want,
        );
        $ours = $answers->versions($answers->request->by(Policy::Newest));
        expect($ours === null ? null : $rank($ours))->toBe($valid === [] ? null : max(array_map($rank, $valid)), $name);
        $ours === null ? $none++ : $found++;
        $ours === null || expect($answers->violations($ours, $answers->request->by(Policy::Newest)))->toBe([]);
    }
    expect($found)->toBeGreaterThan(3)->and($none)->toBeGreaterThan(3);
});

it('settles with as little changed as can be', function (): void {
    $changed = 0;
    foreach (smallCases() as $name => [$answers]) {
        $request = $answers->request->by(Policy::Settled);
        $cost = function (array $one) use ($request): array {
            $differ = array_filter(
                array_keys($request->have + $one),
                fn (string|int $id): bool => ($request->have[$id] ?? null) !== ($one[$id] ?? null),
            );

            return [count(array_diff_key($request->have, $one)), count($differ)];
        };
        $costs = array_map($cost, iterator_to_array($answers->valid($request), false));
        $ours = $answers->versions($request);
        expect($ours === null ? null : $cost($ours))->toBe($costs === [] ? null : min($costs), $name);
        $changed += $ours !== null && array_intersect_assoc($request->have, $ours) === [] ? 1 : 0;
        // What is kept in two steps is as valid, and holds nothing that nothing asks for.
        $kept = (new Keeping(new Resolver($answers->catalogue)))->resolve($request);
        expect($kept instanceof Resolved)->toBe($ours !== null, $name);
        $kept instanceof Resolved && expect($kept->unneeded)->toBe([])
            ->and($answers->violations($kept->versions(), $request->by(Policy::Newest)))->toBe([], $name);
    }
    expect($changed)->toBeGreaterThan(0);
});

it('adds to a line-up what can be added with nothing else changed, in its newest release that can', function (): void {
    $added = $not = 0;
    foreach (smallCases() as $name => [$answers]) {
        $request = $answers->request->wanting(array_slice($answers->request->want, 0, 1))->by(Policy::Newest);
        $lineUp = $answers->versions($request);
        $additions = $lineUp === null ? null : Additions::to($request, $lineUp, new Resolver($answers->catalogue));
        foreach ($additions === null ? [] : array_keys($answers->catalogue->packages()) as $id) {
            if (isset($lineUp[$id])) {
                continue;
            }
            $wider = $request->wanting([...$request->want, new Want((string) $id)]);
            $possible = array_filter(
                iterator_to_array($answers->valid($wider), false),
                fn (array $one): bool => array_intersect_assoc($lineUp, $one) === $lineUp,
            );
            $brought = $additions->of((string) $id);
            expect($brought !== null)->toBe($possible !== [], "{$name}, {$id}");
            $newest = fn (array $one): int => (int) $answers->catalogue->package((string) $id)?->positionOf($one[$id]);
            $brought === null || expect($answers->violations($lineUp + $brought, $wider))->toBe([], "{$name}, {$id}")
                ->and($newest($brought))->toBe(max(array_map($newest, $possible)));
            $brought === null ? $not++ : $added++;
        }
    }
    expect($added)->toBeGreaterThan(2)->and($not)->toBeGreaterThan(2);
});

it('keeps the most wants that hold together on each base', function (): void {
    $lost = 0;
    foreach (smallCases() as $name => [$answers]) {
        $ids = array_map(strval(...), array_keys($answers->catalogue->packages()));
        $base = [new Want($ids[0])];
        $rest = array_map(fn (string $id): Want => new Want($id), array_slice($ids, 1));
        $wants = new Request($rest, channels: $answers->request->channels);
        $kept = (new WhatIf(new Resolver($answers->catalogue)))->over($wants, ['one' => $base])['one'];
        $most = null;
        for ($mask = 0; $mask < 1 << count($wants->want); $mask++) {
            $some = array_filter($wants->want, fn (int $i): bool => ($mask >> $i & 1) === 1, ARRAY_FILTER_USE_KEY);
            $holds = $answers->resolve($wants->wanting([...$base, ...array_values($some)])) instanceof Resolved;
            $most = $holds ? max($most ?? 0, count($some)) : $most;
        }
        expect($kept === null ? null : count($kept->wants))->toBe($most, $name);
        if ($kept !== null) {
            $lost += count($wants->want) - count($kept->wants);
            $together = $wants->wanting([...$base, ...$wants->wantingOnly($kept->wants)->want]);
            expect($answers->resolve($together))->toBeInstanceOf(Resolved::class)
                ->and($kept->proved)->toBeTrue();
        }
    }
    expect($lost)->toBeGreaterThan(2);
});

it('answers with what is learned from one question as it would without', function (): void {
    foreach (smallCases() as $name => [$answers]) {
        $resolver = new Resolver($answers->catalogue);
        foreach ([...array_keys($answers->request->want), -1] as $index) {
            $wants = array_values(array_diff_key($answers->request->want, [$index => true]));
            $request = $answers->request->wanting($wants)->by(Policy::Newest);
            $again = $resolver->resolve($request);
            expect($again instanceof Resolved ? $again->versions() : null)->toBe($answers->versions($request), $name);
            expect($resolver->refusal($request) instanceof Refused)->toBe($answers->versions($request) === null);
            foreach ($request->want as $want) {
                $isThere = isset($answers->versions($request)[$want->id]);
                $isThere && expect($resolver->newestOf($want->id, $request))->not->toBeNull();
            }
        }
    }
});

it('says of each suggestion that is not there by whom it is, and whether it fits as everything is', function (): void {
    $packages = [
        'top' => ['1.0.0' => ['low', 'suggests' => ['fits', 'never', 'low']]],
        'low' => ['1.0.0' => [], '2.0.0' => ['breaks' => ['never']]],
        'fits' => ['1.0.0' => ['low =2.0.0']],
        'never' => ['1.0.0' => []],
    ];
    $answers = Answers::short($packages, ['top']);
    $said = Suggestion::of($answers->resolved(), new Resolver($answers->catalogue));
    expect(array_map(fn (Suggestion $one): array => [$one->id, $one->by, $one->fits], $said))
        ->toBe([['fits', 'top', true], ['never', 'top', false]]);
});
