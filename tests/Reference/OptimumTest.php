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
    for ($seed = 1; $seed <= 80; $seed++) {
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
    expect($compared)->toBeGreaterThan(25)->and($impossible)->toBeGreaterThan(25);
});

/**
 * Every selection of at most one release of each package that the checker finds valid.
 *
 * @return iterable<array<string, string>>
 */
function validSelections(Answers $answers): iterable
{
    $selections = [[]];
    foreach ($answers->catalogue->packages() as $id => $package) {
        $wider = $selections;
        foreach ($package->releases as $release) {
            foreach ($selections as $selection) {
                $wider[] = $selection + [(string) $id => $release->version];
            }
        }
        $selections = $wider;
    }
    foreach ($selections as $selection) {
        if ($answers->violations($selection) === []) {
            yield $selection;
        }
    }
}

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
    foreach (validSelections($answers) as $selection) {
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
})->with(range(1, 60));

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
