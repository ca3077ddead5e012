<?php

declare(strict_types=1);

use Stasimon\Core\Catalogue\NeededOn;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Share\ComparedSide;
use Stasimon\Core\Share\Comparison;
use Stasimon\Core\Share\Held;
use Stasimon\Core\Share\Row;

/** @param  array<string, array{string, string}>  $held  id => version, and where it is needed */
function beside(string $name, array $held, string $version = '3.2.1', ?array $configs = null): ComparedSide
{
    return new ComparedSide(
        $name,
        new Base('ferrywright', $version, 'halyard', '0.16.4', 'java', '21', 4096),
        array_combine(
            array_keys($held),
            array_map(
                fn (string $id, array $one): Held => new Held($id, ucfirst($id), $one[0], NeededOn::from($one[1]), true),
                array_keys($held),
                $held,
            ),
        ),
        ['ferrywright' => 'Ferrywright'],
        $configs,
    );
}

it('says of several whom each thing keeps apart, once for all that differ alike', function (): void {
    $mine = beside('Mine', ['fog' => ['2', 'both'], 'gulls' => ['1', 'client']]);
    $others = [
        'Anna' => beside('Anna', ['fog' => ['1', 'both'], 'gulls' => ['1', 'client']]),
        'Ben' => beside('Ben', ['fog' => ['2', 'both'], 'piers' => ['5', 'both']]),
        'Cleo' => beside('Cleo', ['fog' => ['1', 'both']]),
    ];
    $rows = array_column(
        array_map(
            fn (Row $row): array => [$row->id, $row],
            Row::all(array_values(array_map(fn (ComparedSide $other): Comparison => Comparison::of($mine, $other), $others))),
        ),
        1,
        0,
    );
    // What keeps apart stands first; of the rest what is by its name.
    expect(array_keys($rows))
        ->toBe(['fog', 'piers', 'gulls'])
        ->and([$rows['fog']->here, $rows['fog']->there(0), $rows['fog']->there(1), $rows['fog']->there(2)])
        ->toBe(['2', '1', '2', '1'])
        ->and($rows['fog']->meaning(array_keys($others)))
        ->toBe('both sides must have the same release')
        ->and(array_keys($rows['fog']->each))
        ->toBe([0, 2])
        ->and([$rows['piers']->keepsApart, $rows['gulls']->keepsApart])
        ->toBe([true, false])
        ->and([$rows['piers']->here, $rows['piers']->there(0), $rows['piers']->there(1)])
        ->toBe(['', '', '5']);
});

it('names each where the same thing means different things', function (): void {
    $mine = beside('Mine', ['fog' => ['2', 'both']]);
    $rows = Row::all([Comparison::of($mine, beside('Anna', ['fog' => ['1', 'both']])), Comparison::of($mine, beside('Ben', []))]);
    expect($rows)
        ->toHaveCount(1)
        ->and($rows[0]->meaning(['Anna', 'Ben']))
        ->toBe('Anna: both sides must have the same release; Ben: the other side has nothing of it');
});

it('keeps a part of the base, a config and a package of one name apart', function (): void {
    $mine = beside('Mine', ['game' => ['1', 'both']], '3.2.1', ['game' => 'a']);
    $rows = Row::all([Comparison::of($mine, beside('Anna', ['game' => ['2', 'both']], '3.3.2', ['game' => 'b']))]);
    expect(array_map(fn (Row $row): array => [$row->id, $row->here], $rows))->toBe([
        ['game', '3.2.1'],
        ['game', '1'],
        ['game', 'one content'],
    ]);
});

it('has nothing to say of those that are alike', function (): void {
    $mine = beside('Mine', ['fog' => ['2', 'both']]);
    expect(Row::all([Comparison::of($mine, $mine), Comparison::of($mine, $mine)]))->toBe([]);
});
