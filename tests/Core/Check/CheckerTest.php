<?php

declare(strict_types=1);

use Stasimon\Core\Check\Checker;
use Stasimon\Core\Check\Violation;
use Tests\Support\Answers;

/*
 * The checker is what every answer of the resolver is held against, so each of its rules is seen to say no here, and to say
 * yes to what differs from that by one thing.
 */

/**
 * @param  array<string, string>  $selection
 * @return list<string> the rules that it breaks
 */
function broken(Answers $answers, array $selection): array
{
    return array_map(
        fn (Violation $violation): string => $violation->rule,
        (new Checker($answers->catalogue, $answers->request))->violations($selection),
    );
}

it('says which rule a selection breaks, and nothing of one that breaks none', function (
    array $packages,
    array $wants,
    array $more,
    array $good,
    array $bad,
    array $rules,
): void {
    $answers = Answers::short($packages, $wants, $more);
    expect(broken($answers, $good))->toBe([])->and(broken($answers, $bad))->toBe($rules);
})->with([
    'a release that there is not' => [['a' => ['1.0.0' => []]], ['a'], [], ['a' => '1.0.0'], ['a' => '1.0.1'], ['unknown']],
    'a package that there is not' => [['a' => ['1.0.0' => []]], ['a'], [], ['a' => '1.0.0'], ['a' => '1.0.0', 'b' => '1.0.0'], ['unknown']],
    'a want that is left out' => [
        ['a' => ['1.0.0' => []], 'b' => ['1.0.0' => []]],
        ['a', 'b'],
        [],
        ['a' => '1.0.0', 'b' => '1.0.0'],
        ['a' => '1.0.0'],
        ['want'],
    ],
    'a want out of its range' => [
        ['a' => ['1.0.0' => [], '2.0.0' => []]],
        ['a <2'],
        [],
        ['a' => '1.0.0'],
        ['a' => '2.0.0'],
        ['want', 'unreached'],
    ],
    'a need that nothing meets' => [
        ['a' => ['1.0.0' => ['b']], 'b' => ['1.0.0' => []]],
        ['a'],
        [],
        ['a' => '1.0.0', 'b' => '1.0.0'],
        ['a' => '1.0.0'],
        ['need'],
    ],
    'a need that only another release meets' => [
        ['a' => ['1.0.0' => ['b >=2']], 'b' => ['1.0.0' => [], '2.0.0' => []]],
        ['a', 'b'],
        [],
        ['a' => '1.0.0', 'b' => '2.0.0'],
        ['a' => '1.0.0', 'b' => '1.0.0'],
        ['need'],
    ],
    'none of several alternatives' => [
        ['a' => ['1.0.0' => [['b', 'c']]], 'b' => ['1.0.0' => []], 'c' => ['1.0.0' => []]],
        ['a'],
        [],
        ['a' => '1.0.0', 'c' => '1.0.0'],
        ['a' => '1.0.0'],
        ['need'],
    ],
    'what is provided in too old a version' => [
        ['a' => ['1.0.0' => ['b >=2']], 'f' => ['1.0.0' => ['provides' => ['b 1.0.0']], '2.0.0' => ['provides' => ['b 2.0.0']]]],
        ['a', 'f'],
        [],
        ['a' => '1.0.0', 'f' => '2.0.0'],
        ['a' => '1.0.0', 'f' => '1.0.0'],
        ['need'],
    ],
    'two that do not stand together' => [
        ['a' => ['1.0.0' => ['breaks' => ['b <2']]], 'b' => ['1.0.0' => [], '2.0.0' => []]],
        ['a', 'b'],
        [],
        ['a' => '1.0.0', 'b' => '2.0.0'],
        ['a' => '1.0.0', 'b' => '1.0.0'],
        ['break'],
    ],
    'one that breaks what another provides' => [
        ['a' => ['1.0.0' => ['breaks' => ['b']]], 'f' => ['1.0.0' => ['provides' => ['b 1.0.0']], '2.0.0' => []]],
        ['a', 'f'],
        [],
        ['a' => '1.0.0', 'f' => '2.0.0'],
        ['a' => '1.0.0', 'f' => '1.0.0'],
        ['break'],
    ],
    'a waiver for another release' => [
        ['a' => ['1.0.0' => ['breaks' => ['b']], '1.1.0' => ['breaks' => ['b']]], 'b' => ['1.0.0' => []]],
        ['a', 'b'],
        ['waive' => [['id' => 'a', 'version' => '1.0.0', 'relation' => 'breaks', 'target' => 'b']]],
        ['a' => '1.0.0', 'b' => '1.0.0'],
        ['a' => '1.1.0', 'b' => '1.0.0'],
        ['break'],
    ],
    'a waiver for another relation' => [
        ['a' => ['1.0.0' => ['b'], '1.1.0' => ['c']], 'b' => ['1.0.0' => []], 'c' => ['1.0.0' => []]],
        ['a'],
        [
            'waive' => [
                ['id' => 'a', 'version' => '1.0.0', 'relation' => 'needs', 'target' => 'b'],
                ['id' => 'a', 'version' => '1.1.0', 'relation' => 'breaks', 'target' => 'c'],
            ],
        ],
        ['a' => '1.0.0'],
        ['a' => '1.1.0'],
        ['need'],
    ],
    'what is forbidden' => [
        ['a' => ['1.0.0' => [], '2.0.0' => []]],
        ['a'],
        ['forbid' => [['id' => 'a', 'range' => '>=2']]],
        ['a' => '1.0.0'],
        ['a' => '2.0.0'],
        ['forbidden'],
    ],
    'what is less stable than allowed' => [
        ['a' => ['1.0.0' => [], '2.0.0' => ['channel' => 'beta'], '3.0.0' => ['channel' => 'alpha']]],
        ['a'],
        ['channels' => ['a' => 'beta']],
        ['a' => '2.0.0'],
        ['a' => '3.0.0'],
        ['channel'],
    ],
    'what no want leads to' => [
        ['a' => ['1.0.0' => ['b']], 'b' => ['1.0.0' => []], 'c' => ['1.0.0' => ['d']], 'd' => ['1.0.0' => ['c']]],
        ['a'],
        [],
        ['a' => '1.0.0', 'b' => '1.0.0'],
        ['a' => '1.0.0', 'b' => '1.0.0', 'c' => '1.0.0', 'd' => '1.0.0'],
        ['unreached', 'unreached'],
    ],
]);

it('lets what is there stay without a reason when little is to change, and only then', function (): void {
    $packages = ['a' => ['1.0.0' => []], 'b' => ['1.0.0' => ['c']], 'c' => ['1.0.0' => []], 'd' => ['1.0.0' => []]];
    $selection = ['a' => '1.0.0', 'b' => '1.0.0', 'c' => '1.0.0'];
    expect(broken(Answers::short($packages, ['a'], ['have' => ['b' => '1.0.0'], 'policy' => 'settled']), $selection))
        ->toBe([])
        ->and(broken(Answers::short($packages, ['a'], ['have' => ['b' => '1.0.0'], 'policy' => 'settled']), $selection + ['d' => '1.0.0']))
        ->toBe(['unreached'])
        ->and(broken(Answers::short($packages, ['a'], ['have' => ['b' => '1.0.0'], 'policy' => 'newest']), $selection))
        ->toBe(['unreached', 'unreached']);
});
