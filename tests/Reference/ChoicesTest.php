<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Resolve\Choice;
use Stasimon\Core\Resolve\Keeping;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Tests\Support\Answers;
use Tests\Support\Generated;

/**
 * A small case in which most needs can be met by one of two packages, of which at times one was chosen.
 *
 * @return array{catalogue: array<string, mixed>, request: array<string, mixed>}
 */
function caseWithChoices(int $seed): array
{
    $case = Generated::small($seed);
    $dice = new Randomizer(new Mt19937($seed));
    $ids = array_column($case['catalogue']['packages'], 'id');
    $choose = [];
    foreach ($case['catalogue']['packages'] as &$package) {
        foreach ($package['releases'] as &$release) {
            foreach ($release['needs'] ?? [] as $i => $need) {
                $others = array_values(array_diff($ids, [$package['id'], $need['id']]));
                if ($dice->getInt(1, 100) <= 70) {
                    $release['needs'][$i] = ['anyOf' => [$need, ['id' => $others[$dice->getInt(0, count($others) - 1)]]]];
                    $taken = $release['needs'][$i]['anyOf'][$dice->getInt(0, 1)]['id'];
                    $dice->getInt(1, 100) > 60 || ($choose[$package['id']] ??= ['of' => $package['id'], 'take' => $taken]);
                }
            }
        }
        unset($release);
    }

    return ['catalogue' => $case['catalogue'], 'request' => $case['request'] + ['choose' => array_values($choose)]];
}

it('meets needs with what was chosen for them, and is as documented otherwise', function (): void {
    // Judged by trying every selection, each looked at by the checker, which shares nothing with the resolver but the catalogue.
    $held = $impossible = $differs = 0;
    for ($seed = 1; $seed <= (int) (getenv('STASIMON_CASES') ?: 60); $seed++) {
        $case = caseWithChoices($seed);
        $answers = new Answers($case['catalogue'], $case['request']);
        $request = $answers->request->by(Policy::Newest);
        $rank = fn (array $selection): array => array_map(
            fn ($want): int => isset($selection[$want->id])
                ? (int) $answers->catalogue->package($want->id)?->positionOf($selection[$want->id])
                : -1,
            $request->want,
        );
        $best = null;
        foreach ($answers->valid($request) as $selection) {
            $best = max($best ?? $rank($selection), $rank($selection));
        }
        $ours = $answers->versions($request);
        expect($ours === null ? null : $rank($ours))->toBe($best, "seed {$seed}");
        $impossible += $ours === null ? 1 : 0;
        $held += $ours !== null && $request->choose !== [] ? 1 : 0;
        $differs += $ours !== $answers->versions($request->choosing([])) ? 1 : 0;
    }
    expect($held)->toBeGreaterThan(20)->and($impossible)->toBeGreaterThan(10)->and($differs)->toBeGreaterThan(5);
});

it('answers one question after another as if each were the first, whatever they choose', function (): void {
    foreach (range(1, 40) as $seed) {
        $case = caseWithChoices($seed);
        $answers = new Answers($case['catalogue'], $case['request']);
        $resolver = new Resolver($answers->catalogue);
        foreach ([$answers->request, $answers->request->choosing([]), $answers->request] as $request) {
            $answer = $resolver->resolve($request);
            expect($answer instanceof Resolved ? $answer->versions() : null)->toBe($answers->versions($request));
        }
    }
});

it('says in a refusal what was chosen, and that another would do', function (): void {
    $packages = [
        'top' => ['1.0.0' => [['left', 'right']]],
        'left' => ['1.0.0' => []],
        'right' => ['1.0.0' => ['breaks' => ['stone']]],
        'stone' => ['1.0.0' => []],
    ];
    $answers = Answers::short($packages, ['top', 'stone'], ['choose' => [['of' => 'top', 'take' => 'right']]]);
    $impossible = $answers->impossible();
    $steps = implode(' ', array_map(fn ($step): string => $step->text, $impossible->explanation));
    expect($steps)
        ->toContain('needs left, or right, and you chose right for it')
        ->and(array_map(fn ($repair): string => $repair->text, $impossible->repairs))
        ->toContain('Let top have another than right.');
    foreach ($impossible->repairs as $repair) {
        expect($answers->versions($answers->patched($repair->patch)))->not->toBeNull();
    }
    // What was chosen and cannot meet a need leaves it as it is; so does a choice for what is not there.
    $choose = [['of' => 'top', 'take' => 'stone'], ['of' => 'none', 'take' => 'left']];
    $other = Answers::short($packages, ['top', 'stone'], ['choose' => $choose]);
    expect($other->versions())->toBe(['left' => '1.0.0', 'stone' => '1.0.0', 'top' => '1.0.0']);
});

it('moves from one to the other when the other is chosen, and takes the first away', function (): void {
    $packages = ['top' => ['1.0.0' => [['left', 'right']]], 'left' => ['1.0.0' => []], 'right' => ['1.0.0' => []]];
    $answers = Answers::short($packages, ['top'], ['have' => ['top' => '1.0.0', 'left' => '1.0.0'], 'policy' => 'settled']);
    $chosen = $answers->request->choosing([new Choice('top', 'right')]);
    expect($answers->versions())->toBe(['left' => '1.0.0', 'top' => '1.0.0'])
        ->and((new Keeping(new Resolver($answers->catalogue)))->resolve($chosen)->versions())
        ->toBe(['right' => '1.0.0', 'top' => '1.0.0']);
});
