<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Resolve\Additions;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Largest;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Search\Deadline;
use Stasimon\Core\Resolve\Search\Stopped;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Resolve\WhatIf;
use Tests\Support\Answers;
use Tests\Support\Generated;

function generatedAnswers(int $seed): Answers
{
    $case = Generated::case($seed);

    return new Answers($case['catalogue'], $case['request']);
}

it('answers a request the same after others over the same catalogue', function (int $seed): void {
    $answers = generatedAnswers($seed);
    $shared = new Resolver($answers->catalogue);
    $requests = [$answers->request->by(Policy::Newest), $answers->request->by(Policy::Settled)];
    foreach (array_keys($answers->request->want) as $index) {
        $requests[] = $answers->request->by(Policy::Newest)->wantingOnly([$index]);
        $requests[] = $answers->request
            ->by(Policy::Newest)
            ->wantingOnly([$index])
            ->forbidding([new Want('p0')]);
    }
    foreach ($answers->catalogue->packages() as $package) {
        $requests[] = $answers->request->by(Policy::Newest)->allowing($package->id, Channel::Beta);
        $requests[] = $answers->request->by(Policy::Newest)->forbidding([new Want($package->id, '<=2.0.0')]);
        foreach ($package->releases[0]->needs() as $need) {
            $waived = $answers->request
                ->by(Policy::Newest)
                ->waiving(new Waiver($package->id, $package->releases[0]->version, Relation::Needs, $need->alternatives[0]->id));
            $requests[] = $waived;
            $requests[] = $waived->wanting([new Want($package->id, $package->exactly($package->releases[0]->version))]);
        }
    }
    $wanted = fn (Resolved $answer): array => array_intersect_key(
        $answer->versions(),
        array_flip(array_map(fn (Want $want): string => $want->id, $answer->request->want)),
    );
    foreach ([...$requests, ...array_reverse($requests)] as $request) {
        $later = $shared->resolve($request);
        $fresh = (new Resolver($answers->catalogue))->resolve($request);
        expect($later instanceof Resolved)->toBe($fresh instanceof Resolved);
        if ($later instanceof Resolved && $fresh instanceof Resolved) {
            expect($answers->violations($later->versions(), $request))->toBe([]);
            if ($request->policy === Policy::Newest) {
                expect($wanted($later))->toBe($wanted($fresh));
            }
        }
    }
})->with(range(1, 150));

it('knows a waiver that it was prepared for and one that it was not', function (): void {
    $answers = Answers::short(['a' => ['1.0.0' => ['b'], '2.0.0' => ['b']]], ['a']);
    $resolver = new Resolver($answers->catalogue);
    $second = new Waiver('a', '2.0.0', Relation::Needs, 'b');
    expect($resolver->refusal($answers->request))
        ->not->toBeNull()
        ->and($resolver->newestOf('a', $answers->request->waiving($second)))
        ->toBe('2.0.0')
        ->and($resolver->refusal($answers->request))
        ->not->toBeNull()
        ->and($resolver->newestOf('a', $answers->request->waiving(new Waiver('a', '1.0.0', Relation::Needs, 'b'))))
        ->toBe('1.0.0')
        ->and($resolver->refusal($answers->request->waiving(new Waiver('a', '2.0.0', Relation::Breaks, 'b'))))
        ->not->toBeNull();
});

it('says of each candidate what the draft will say of it', function (): void {
    $compared = 0;
    for ($seed = 1; $seed <= 150; $seed++) {
        $answers = generatedAnswers($seed);
        $resolver = new Resolver($answers->catalogue);
        $base = $resolver->resolve($answers->request->by(Policy::Newest)->having([]));
        if (! ($base instanceof Resolved)) {
            continue;
        }
        $request = $answers->request->by(Policy::Settled)->having($base->versions());
        $additions = Additions::to($request, $base->versions(), $resolver);
        foreach (array_diff_key($answers->catalogue->packages(), $base->versions()) as $id => $package) {
            $draft = (new Keeping(new Resolver($answers->catalogue)))->resolve(
                $request->wanting([...$request->want, new Want((string) $id)]),
            );
            $unchanged =
                $draft instanceof Resolved &&
                $draft->changes->change === [] &&
                $draft->changes->remove === [] &&
                isset($draft->versions()[$id]);
            $comes = $unchanged ? Generated::sorted(array_diff_key($draft->versions(), $base->versions())) : null;
            $brought = $additions?->of((string) $id);
            // What a page says of a candidate: its release, and what it brings. Which of two libraries is the newer may differ.
            expect($brought[$id] ?? null)
                ->toBe($comes[$id] ?? null, "seed {$seed}, {$id}")
                ->and(array_keys($brought ?? []))
                ->toBe(array_keys($comes ?? []), "seed {$seed}, {$id}");
            $compared++;
        }
    }
    expect($compared)->toBeGreaterThan(100);
});

it('has nothing to add to a line-up that breaks the rules', function (): void {
    $answers = Answers::short(['a' => ['1.0.0' => ['b']], 'b' => ['1.0.0' => []], 'c' => ['1.0.0' => []]], ['a']);
    $resolver = new Resolver($answers->catalogue);
    expect(Additions::to($answers->request, ['a' => '1.0.0'], $resolver))
        ->toBeNull()
        ->and(Additions::to($answers->request, ['a' => '1.0.0', 'b' => '9.9.9'], $resolver))
        ->toBeNull()
        ->and(Additions::to($answers->request, ['a' => '1.0.0', 'b' => '1.0.0'], $resolver)?->of('c'))
        ->toBe(['c' => '1.0.0'])
        ->and(Additions::to($answers->request, ['a' => '1.0.0', 'b' => '1.0.0'], $resolver)?->of('nowhere'))
        ->toBeNull()
        ->and(
            Additions::to($answers->request->waiving(new Waiver('a', '1.0.0', Relation::Needs, 'b')), ['a' => '1.0.0'], $resolver)?->of(
                'c',
            ),
        )
        ->toBe(['c' => '1.0.0']);
});

/** The size of the largest set of wants that holds, by trying every set. */
function largestByTrying(Answers $answers): int
{
    $wants = count($answers->request->want);
    $largest = 0;
    for ($set = 0; $set < 1 << $wants; $set++) {
        $indices = array_values(array_filter(range(0, $wants - 1), fn (int $i): bool => (($set >> $i) & 1) === 1));
        if (
            count($indices) > $largest &&
            $answers->resolve($answers->request->by(Policy::Newest)->wantingOnly($indices)) instanceof Resolved
        ) {
            $largest = count($indices);
        }
    }

    return $largest;
}

it('finds the largest set of wants that can hold together', function (int $seed): void {
    $answers = generatedAnswers($seed);
    $found = (new Resolver($answers->catalogue))->largest($answers->request, []);
    expect($found)
        ->toBeInstanceOf(Largest::class)
        ->and($found?->proved)
        ->toBeTrue()
        ->and(count($found->wants ?? []))
        ->toBe(largestByTrying($answers))
        ->and($answers->resolve($answers->request->by(Policy::Newest)->wantingOnly($found->wants ?? [])))
        ->toBeInstanceOf(Resolved::class);
})->with(range(1, 80));

it('tries wants on several bases', function (): void {
    $answers = Answers::short(
        [
            'game' => ['3.1.4' => [], '3.2.1' => []],
            'halyard' => ['1.0.0' => ['game'], '2.0.0' => ['game =3.2.1']],
            'fogbank' => ['1.0.0' => ['game =3.1.4', 'halyard'], '2.0.0' => ['game =3.2.1', 'halyard >=2']],
            'gulls' => ['1.0.0' => ['game =3.1.4']],
        ],
        ['fogbank', 'gulls'],
    );
    $base = fn (string $game, string $loader): array => [new Want('game', "={$game}"), new Want('halyard', "={$loader}")];
    $results = (new WhatIf(new Resolver($answers->catalogue)))->over($answers->request, [
        'old' => $base('3.1.4', '1.0.0'),
        'new' => $base('3.2.1', '2.0.0'),
        'mixed' => $base('3.2.1', '1.0.0'),
        'never' => $base('3.1.4', '2.0.0'),
    ]);
    expect($results['old']?->wants)
        ->toBe([0, 1])
        ->and($results['new']?->wants)
        ->toBe([0])
        ->and($results['mixed']?->wants)
        ->toBe([])
        ->and($results['never'])
        ->toBeNull();
});

it('stops at a time limit wherever it is, and is still of use afterwards', function (): void {
    $answers = generatedAnswers(3);
    $deadline = new class implements Deadline
    {
        public bool $over = true;

        public function reached(): bool
        {
            return $this->over;
        }
    };
    $resolver = new Resolver($answers->catalogue, $deadline);
    $want = $answers->request->wanting([new Want((string) array_key_first($answers->catalogue->packages()))]);
    expect(fn () => $resolver->resolve($want))->toThrow(Stopped::class);
    expect(fn () => $resolver->largest($want, []))->toThrow(Stopped::class);
    $deadline->over = false;
    expect($resolver->resolve($want) instanceof Resolved)->toBe($answers->resolve($want) instanceof Resolved);
});
