<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Game\NumberForm;
use Stasimon\Core\Number\Claim;
use Stasimon\Core\Number\NumberGroup;
use Stasimon\Core\Number\Numbering;

/** The fewest lines that change, by trying every place of every group; null where there is no way. */
function fewest(array $groups, int $least, int $most, array $reserved, int $index = 0, array $taken = []): ?int
{
    if ($index === count($groups)) {
        return 0;
    }
    $group = $groups[$index];
    $best = null;
    foreach ($group->isFixed ? [$group->place()] : range($least, $most) as $at) {
        $numbers = range($at, $at + $group->count() - 1);
        $own = array_flip(array_map(fn (Claim $claim): int => $claim->number, $group->claims));
        $isFree =
            array_intersect_key($taken, array_flip($numbers)) === [] &&
            ($group->isFixed
                ? array_intersect_key($reserved, array_diff_key(array_flip($numbers), $own)) === [] || ! $group->isTorn()
                : max($numbers) <= $most && array_intersect_key($reserved, array_flip($numbers)) === []);
        $rest = $isFree ? fewest($groups, $least, $most, $reserved, $index + 1, $taken + array_flip($numbers)) : null;
        if ($rest !== null) {
            $cost =
                $rest +
                count(array_filter($group->claims, fn (Claim $claim, int $n): bool => $claim->number !== $at + $n, ARRAY_FILTER_USE_BOTH));
            $best = min($best ?? PHP_INT_MAX, $cost);
        }
    }

    return $best;
}

it('changes as few lines as can be, by trying all on small cases, and never what a world uses', function (): void {
    $impossible = 0;
    for ($seed = 1; $seed <= (int) (getenv('STASIMON_CASES') ?: 500); $seed++) {
        $dice = new Randomizer(new Mt19937($seed));
        $most = $dice->getInt(6, 10);
        $groups = [];
        for ($n = $dice->getInt(2, 5); $n > 0; $n--) {
            $first = $dice->getInt(1, $most);
            $claims = [new Claim("a{$n}", $first, 'a.cfg', 2 * $n)];
            if ($dice->getInt(0, 2) === 0) {
                // Mostly they follow one another; one that was torn has to be put together again.
                $claims[] = new Claim("b{$n}", $dice->getInt(0, 5) > 0 ? $first + 1 : $dice->getInt(1, $most), 'a.cfg', 2 * $n + 1);
            }
            $group = new NumberGroup($claims);
            // What a world uses may lie outside of the numbers that there are now, and one of a torn pair may be used alone.
            $groups[] = match (true) {
                $dice->getInt(0, 4) > 0 => $group,
                ! $group->isTorn() => new NumberGroup($claims, true),
                default => new NumberGroup($claims, true, $dice->getInt(0, 1) === 0 ? $claims[0]->number : $claims[1]->number - 1),
            };
        }
        $reserved = $dice->getInt(0, 1) === 1 ? [$dice->getInt(1, $most) => true] : [];
        $numbering = new Numbering($groups, 1, $most, $reserved);
        $moves = $numbering->proposal();
        $expected = fewest($groups, 1, $most, $reserved);
        expect($moves === null ? null : count($moves))->toBe($expected, "seed {$seed}");
        $impossible += $expected === null ? 1 : 0;
        if ($moves === null) {
            continue;
        }
        // What comes of it has no clash, keeps pairs together, and leaves alone what may not move.
        $after = array_map(
            fn (NumberGroup $group): NumberGroup => new NumberGroup(
                array_map(
                    fn (Claim $claim): Claim => new Claim(
                        $claim->name,
                        $moves[$claim->key()] ?? $claim->number,
                        $claim->file,
                        $claim->line,
                    ),
                    $group->claims,
                ),
                $group->isFixed,
            ),
            $groups,
        );
        expect((new Numbering($after, 1, $most))->clashes())->toBe([]);
        foreach ($after as $n => $group) {
            expect($group->isTorn())
                ->toBeFalse()
                ->and($group->isFixed && $group->first() !== $groups[$n]->place())
                ->toBeFalse();
        }
    }
    expect($impossible)->toBeGreaterThan(5)->toBeLessThan(intdiv((int) (getenv('STASIMON_CASES') ?: 500), 2));
});

it('moves the one of three that costs least, and a pair together', function (): void {
    $pair = new NumberGroup([
        new Claim('flowing oil', 166, 'oil.cfg', 3, 'oil-slicks'),
        new Claim('still oil', 167, 'oil.cfg', 4, 'oil-slicks'),
    ]);
    $funnel = new NumberGroup([new Claim('funnel', 166, 'funnels.cfg', 2, 'tin-funnels')]);
    $slip = new NumberGroup([new Claim('slip', 167, 'slip.cfg', 2, 'old-slip')]);
    $numbering = new Numbering([$pair, $funnel], 1, 4095);
    expect(array_keys($numbering->clashes()))
        ->toBe([166])
        ->and($numbering->proposal())
        ->toBe(['funnels.cfg 2' => 168]);
    // Two lines change either way.
    expect((new Numbering([$pair, $funnel, $slip], 1, 4095))->proposal())
        ->toHaveCount(2)
        ->and((new Numbering([$pair, new NumberGroup($funnel->claims, true)], 1, 4095, [168 => true]))->proposal())
        ->toBe(['oil.cfg 3' => 169, 'oil.cfg 4' => 170])
        ->and((new Numbering([new NumberGroup($pair->claims, true), new NumberGroup($funnel->claims, true)], 1, 4095))->proposal())
        ->toBeNull()
        ->and((new Numbering([$funnel], 1, 4095, [166 => true]))->clashes())
        ->toHaveKey(166);
    $many = array_map(
        fn (int $n): NumberGroup => new NumberGroup([new Claim("n{$n}", 200 + intdiv($n, 2), 'many.cfg', $n + 1)]),
        range(0, 999),
    );
    expect((new Numbering($many, 1, 4095))->proposal())->toHaveCount(500);
});

it('finds a way in a range that is all but full, however many there are', function (): void {
    for ($seed = 1; $seed <= 60; $seed++) {
        $dice = new Randomizer(new Mt19937($seed));
        $groups = [];
        $cells = 0;
        for ($n = $dice->getInt(13, 40); $n > 0; $n--) {
            $first = $dice->getInt(10, 40);
            $groups[] = new NumberGroup(
                $dice->getInt(0, 1) === 0
                    ? [new Claim("a{$n}", $first, 'a.cfg', 2 * $n)]
                    : [new Claim("a{$n}", $first, 'a.cfg', 2 * $n), new Claim("b{$n}", $first + 1, 'a.cfg', 2 * $n + 1)],
            );
            $cells += $groups[count($groups) - 1]->count();
        }
        // One that a world uses lies outside of it, as it may after another definition came.
        $groups[] = new NumberGroup([new Claim('far', 5_000, 'b.cfg', 1)], true);
        $numbering = new Numbering($groups, 10, 10 + $cells - 1 + $dice->getInt(0, 1));
        $moves = $numbering->proposal();
        expect($moves)->not->toBeNull("seed {$seed}");
        $after = array_map(
            fn (NumberGroup $group): NumberGroup => new NumberGroup(
                array_map(
                    fn (Claim $claim): Claim => new Claim(
                        $claim->name,
                        $moves[$claim->key()] ?? $claim->number,
                        $claim->file,
                        $claim->line,
                    ),
                    $group->claims,
                ),
            ),
            $groups,
        );
        expect((new Numbering($after, 10, 5_000))->clashes())
            ->toBe([])
            ->and(array_filter($after, fn (NumberGroup $group): bool => $group->isTorn()))
            ->toBe([]);
    }
});

it('leaves what a world uses where it is, though its pair is torn, and writes each line as it is counted', function (): void {
    $form = NumberForm::read(
        Node::ofJson(
            (string) json_encode([
                'versions' => ['1'],
                'least' => 1,
                'most' => 100,
                'line' => '~^(?<name>[\w ]+)=\s*(?<number>\d+)\s*$~',
                'pair' => ['first' => '~^flowing (?<what>.+)$~', 'second' => '~^still (?<what>.+)$~'],
            ]),
        ),
    );
    $text = "flowing oil=10\rstill oil=40\r\nslip=11\nother = 7\r\r\nlast=9";
    $claims = $form->claims('a.cfg', $text, 'oil');
    expect(array_map(fn (Claim $claim): array => [$claim->line, $claim->number], $claims))->toBe([
        [1, 10],
        [2, 40],
        [3, 11],
        [4, 7],
        [6, 9],
    ]);
    $moves = fn (array $used): ?array => (new Numbering(
        $form->groups($claims, $used),
        1,
        100,
        array_diff_key($used, array_flip([10, 40, 11, 7, 9])),
    ))->proposal();
    expect($moves([40 => true]))
        ->toBe(['a.cfg 1' => 39])
        ->and($moves([10 => true]))
        ->toBe(['a.cfg 2' => 11, 'a.cfg 3' => 12])
        ->and($moves([10 => true, 40 => true]))
        ->toBeNull()
        ->and($moves([10 => true, 11 => true]))
        ->toBeNull();
    expect($form->withNumbers($text, [1 => 39, 4 => 8, 6 => 10]))->toBe("flowing oil=39\rstill oil=40\r\nslip=11\nother = 8\r\r\nlast=10");
});
