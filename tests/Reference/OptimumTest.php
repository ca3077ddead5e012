<?php

declare(strict_types=1);

use Stasimon\Core\Resolve\Policy;
use Tests\Support\Answers;
use Tests\Support\BooleanEncoding;
use Tests\Support\Cudf;
use Tests\Support\Generated;

it('settles with as few removals and changes as the paranoid criterion allows', function (): void {
    // Reference program: aspcud (Debian) with -removed,-changed, the Mancoosi competitions' paranoid criterion.
    $file = tempnam(sys_get_temp_dir(), 'cudf');
    $compared = $impossible = 0;
    $cases = (int) (getenv('STASIMON_CASES') ?: 48);
    for ($seed = 1; $seed <= $cases; $seed++) {
        $case = Generated::case($seed);
        $document = (array) json_decode((string) json_encode($case['request']), true);
        $cudf = new Cudf(new BooleanEncoding($case['catalogue'], $document), $document['have']);
        $best = $cudf->removedAndChanged($file);
        $answers = new Answers($case['catalogue'], $case['request']);
        $ours = $answers->versions($answers->request->by(Policy::Settled));
        expect($ours === null)->toBe($best === null, "seed {$seed}");
        if ($ours === null) {
            $impossible++;

            continue;
        }
        expect(Cudf::cost($cudf->known(), $ours))->toBe($best, "seed {$seed}");
        $compared++;
    }
    unlink($file);
    expect($compared)->toBeGreaterThan($cases / 4)->and($impossible)->toBeGreaterThan($cases / 4);
});

it('finds what trying everything finds: the wants in their order, each as new as it can be', function (int $seed): void {
    $case = Generated::small($seed);
    $answers = new Answers($case['catalogue'], $case['request']);
    $rank = fn (array $selection): array => array_map(
        fn ($want): int => isset($selection[$want->id])
            ? (int) $answers->catalogue->package($want->id)?->positionOf($selection[$want->id])
            : -1,
        $answers->request->want,
    );
    $best = null;
    $all = [];
    foreach ($answers->valid() as $selection) {
        $best = max($best ?? $rank($selection), $rank($selection));
        $all[json_encode(Generated::sorted($selection))] = true;
    }
    $ours = $answers->versions($answers->request->by(Policy::Newest));
    expect($ours === null ? null : $rank($ours))->toBe($best);
    foreach ($ours ?? [] as $id => $version) {
        $releases = $answers->catalogue->package((string) $id)->releases ?? [];
        foreach (array_slice($releases, (int) $answers->catalogue->package((string) $id)?->positionOf($version) + 1) as $newer) {
            expect($all)->not->toHaveKey(
                (string) json_encode(Generated::sorted([$id => $newer->version] + (array) $ours)),
                "{$id} could be {$newer->version}",
            );
        }
    }
})->with(range(1, 40));

it('leaves nothing but wants older than it could be on its own', function (int $seed): void {
    // Among these are the few of the first 4,000 in which the search itself settles for an older library.
    $case = Generated::case($seed);
    $answers = new Answers($case['catalogue'], $case['request']);
    $request = $answers->request->by(Policy::Newest);
    $ours = (array) $answers->versions($request);
    $tried = 0;
    foreach ($ours as $id => $version) {
        $package = $answers->catalogue->package((string) $id);
        foreach (array_slice($package->releases ?? [], (int) $package?->positionOf($version) + 1) as $newer) {
            $tried++;
            expect($answers->violations([$id => $newer->version] + $ours, $request))->not->toBe([], "{$id} could be {$newer->version}");
        }
    }
    expect($tried)->toBeGreaterThan(0);
})->with([1407, 1837, 3885]);

/** A small case in which some releases are taken last, and something is there already. */
function caseWithAvoided(int $seed): array
{
    $case = Generated::small($seed);
    $dice = new Random\Randomizer(new Random\Engine\Mt19937($seed));
    $have = [];
    foreach ($case['catalogue']['packages'] as &$package) {
        foreach ($package['releases'] as &$release) {
            $release += $dice->getInt(1, 100) <= 35 ? ['avoid' => true] : [];
        }
        unset($release);
        if ($dice->getInt(1, 100) <= 40) {
            $have[$package['id']] = $package['releases'][$dice->getInt(0, count($package['releases']) - 1)]['version'];
        }
    }

    return ['request' => ['have' => (object) $have] + $case['request']] + $case;
}

it('takes as few of the releases that are taken last as there have to be, and is as documented otherwise', function (Policy $policy): void {
    $reluctant = $moved = 0;
    for ($seed = 1; $seed <= (int) (getenv('STASIMON_CASES') ?: 60); $seed++) {
        $case = caseWithAvoided($seed);
        $answers = new Answers($case['catalogue'], $case['request']);
        $request = $answers->request->by($policy);
        $release = fn (string|int $id, string $version) => $answers->catalogue->package((string) $id)?->release($version);
        $rank = function (array $selection) use ($answers, $request, $policy, $release): array {
            $isAvoided = fn (string $version, string|int $id): bool => $release($id, $version)->avoid;
            $avoided = array_filter($selection, $isAvoided, ARRAY_FILTER_USE_BOTH);
            $both = array_keys($request->have + $selection);
            $changed = array_filter($both, fn (string|int $id): bool => ($request->have[$id] ?? null) !== ($selection[$id] ?? null));
            $wants = array_map(
                fn ($want): int => isset($selection[$want->id])
                    ? (int) $answers->catalogue->package($want->id)?->positionOf($selection[$want->id])
                    : -1,
                $request->want,
            );
            $settled = $policy === Policy::Newest ? [] : [-count(array_diff_key($request->have, $selection)), -count($changed)];

            return [...$settled, -count($avoided), ...$wants];
        };
        $best = null;
        foreach ($answers->valid($request) as $selection) {
            $best = max($best ?? $rank($selection), $rank($selection));
        }
        $ours = $answers->versions($request);
        expect($ours === null ? null : $rank($ours))->toBe($best, "seed {$seed}");
        $reluctant += ($best[$policy === Policy::Newest ? 0 : 2] ?? 0) < 0 ? 1 : 0;
        $plain = new Answers(Generated::small($seed)['catalogue'], $case['request']);
        // What is solvable is so whatever is taken last.
        $without = $plain->versions($plain->request->by($policy));
        expect($without === null)->toBe($ours === null, "seed {$seed}");
        $moved += $without === $ours ? 0 : 1;
    }
    expect($reluctant)->toBeGreaterThan(5)->and($moved)->toBeGreaterThan(1);
})->with([Policy::Newest, Policy::Settled]);
