<?php

declare(strict_types=1);

use Stasimon\Core\Explain\Fit;
use Stasimon\Core\Explain\Verdict;
use Stasimon\Core\Explain\Verdicts;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;
use Tests\Support\Answers;

/**
 * @param  array<string, array<string, mixed>>  $packages  in the short form, besides the base
 * @param  array<string, string>  $wants  package id => range
 * @param  array<string, string>  $lineUp  what is there of it
 */
function verdictOn(string $id, array $packages, array $wants, array $lineUp): Verdict
{
    $base = ['ferrywright' => '3.2.1', 'halyard' => '0.16.4', 'java' => '21'];
    $packages += array_map(fn (string $version): array => [$version => []], $base);
    $catalogue = Answers::short($packages, [])->catalogue;
    $game = GameDefinition::read((string) file_get_contents(dirname(__DIR__, 3).'/games/ferrywright.json'));
    $plan = new Plan(
        new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 4096),
        array_map(fn (string $id, string $range): Want => new Want($id, $range), array_keys($wants), $wants),
    );

    return (new Verdicts($catalogue, $game, $plan, $base + $lineUp))->of($catalogue->package($id));
}

it('says "fits" only where everything else stays, and otherwise what changes or goes', function (): void {
    $packages = [
        'api' => ['1.0.0' => [], '1.1.0' => []],
        'gulls' => ['1.0.0' => ['api']],
        'piers' => ['1.0.0' => ['api', 'rope'], '2.0.0' => ['api >=1.1', 'rope']],
        'lamps' => ['1.0.0' => ['api >=1.1', 'rope']],
        'rope' => ['1.0.0' => []],
    ];
    $said = fn (string $id): array => (array) verdictOn($id, $packages, ['gulls' => '*'], ['gulls' => '1.0.0', 'api' => '1.0.0']);
    // The newest of piers would change the API, so it is the older one that fits.
    expect($said('piers'))
        ->toMatchArray(['fit' => Fit::Now, 'text' => 'fits, brings rope', 'version' => '1.0.0'])
        ->and($said('lamps'))
        ->toMatchArray(['fit' => Fit::AfterChange, 'text' => 'changes api 1.0.0 → 1.1.0, brings rope', 'version' => '1.0.0']);
});

it('says of what a pin keeps out that the pin holds it', function (): void {
    $packages = [
        'api' => ['1.0.0' => [], '1.1.0' => []],
        'clear' => ['1.0.0' => ['breaks' => ['fog']]],
        'fog' => ['1.0.0' => []],
        'gulls' => ['1.0.0' => ['api']],
        'lamps' => ['1.0.0' => ['api >=1.1']],
        'torn' => ['1.0.0' => ['api >=1.1'], '1.1.0' => ['api >=1.1', 'breaks' => ['fog']]],
    ];
    $lineUp = ['gulls' => '1.0.0', 'api' => '1.0.0'];
    $pinned = fn (string $id, array $more = []): Verdict => verdictOn(
        $id,
        $packages,
        ['api' => '=1.0.0', 'gulls' => '*'] + array_map(fn (): string => '*', $more),
        $lineUp + $more,
    );
    expect((array) $pinned('lamps'))
        ->toMatchArray(['fit' => Fit::AfterChange, 'text' => 'held by your pin of api to =1.0.0', 'version' => '1.0.0'])
        ->and($pinned('clear', ['fog' => '1.0.0'])->text)
        ->toBe('cannot stand with fog')
        // What the pin alone would let in, in the release that could be then.
        ->and($pinned('torn', ['fog' => '1.0.0'])->text)
        ->toBe('held by your pin of api to =1.0.0')
        ->and($pinned('torn', ['fog' => '1.0.0'])->version)
        ->toBe('1.0.0');
});
