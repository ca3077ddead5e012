<?php

declare(strict_types=1);

// A pack's update loses no decision: laws of a three-way merge, for every field that a plan has.

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Pack\PackUpdate;
use Stasimon\Core\Pack\Sides;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanDocument;
use Stasimon\Core\Plan\Rule;
use Stasimon\Core\Resolve\Choice;
use Stasimon\Core\Resolve\Waiver;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\HandOff;

function somePlan(Randomizer $dice): Plan
{
    $plan = new Plan(
        new Base(
            'game',
            '1.0',
            'loader',
            '0.'.$dice->getInt(1, 4),
            'java',
            ['17', '21'][$dice->getInt(0, 1)],
            1024 * $dice->getInt(1, 4),
        ),
    );
    foreach (range(1, 8) as $i) {
        $plan = $dice->getInt(0, 3) === 0 ? $plan : $plan->wanting("m{$i}", ['*', '>=1', '=2'][$dice->getInt(0, 2)]);
    }
    for ($i = $dice->getInt(0, 12); $i > 0; $i--) {
        $plan = decided($plan, $dice);
    }

    return $plan;
}

/** One decision more. */
function decided(Plan $plan, Randomizer $dice): Plan
{
    $id = 'm'.$dice->getInt(1, 8);
    $other = 'm'.$dice->getInt(1, 8);

    return match ($dice->getInt(0, 13)) {
        0 => $plan->wanting($id, ['*', '>=1', '>=2'][$dice->getInt(0, 2)]),
        1 => $plan->without($id),
        2 => $plan->turningOff($id),
        3 => $plan->allowing($id, $dice->getInt(0, 1) === 0 ? Channel::Beta : Channel::Alpha),
        4 => $plan->waiving(new Waiver($id, (string) $dice->getInt(1, 2), Relation::Needs, $other)),
        5 => $plan->letting($id, $other),
        6 => $plan->grouping('g'.$dice->getInt(1, 3), $id, $other),
        7 => $plan->ruling(new Rule($id, $other, (string) $dice->getInt(1, 2))),
        8 => $plan->onBuild('0.'.$dice->getInt(1, 4)),
        9 => $plan->onRuntime(['17', '21'][$dice->getInt(0, 1)]),
        10 => $plan->withMemory(1024 * $dice->getInt(1, 4)),
        11 => $plan->waivers === [] ? $plan : $plan->noting($plan->waivers[0], 'note '.$dice->getInt(1, 2)),
        12 => $plan->arranging($id, $other),
        13 => $plan->choosing(new Choice($id, $other), ['m1', 'm2']),
    };
}

/**
 * @return array<string, mixed> every field of a plan but what passes with an apply, in a form in which the order of what has none does not
 *     count
 */
function decisions(Plan $plan): array
{
    $fields = [];
    foreach ((new ReflectionClass(Plan::class))->getConstructor()?->getParameters() ?? [] as $parameter) {
        $fields[$parameter->name] = $plan->{$parameter->name};
    }
    unset($fields['once']);
    $fields['groups'] = array_map(function (array $ids): array {
        sort($ids);

        return $ids;
    }, $fields['groups']);
    foreach (['wants', 'off', 'waivers', 'rules', 'choices'] as $list) {
        $fields[$list] = array_map(fn (object $one): string => json_encode($one, JSON_THROW_ON_ERROR), $fields[$list]);
        sort($fields[$list]);
    }
    array_walk(
        $fields,
        fn (mixed & $field, string $name) => is_array($field) && ! in_array($name, ['order'], true) && ! array_is_list($field)
            ? ksort($field)
            : null,
    );

    return $fields;
}

it('takes whatever only the pack changed, and keeps whatever only I did, in every field that a plan has', function (): void {
    $dice = new Randomizer(new Mt19937(21));
    $given = fn (Plan $plan): HandOff => new HandOff(
        'P',
        $plan,
        array_fill_keys(array_map(fn (Want $want): string => $want->id, $plan->wants), '1'),
    );
    $changed = [];
    for ($case = 0; $case < (int) (getenv('STASIMON_CASES') ?: 300); $case++) {
        $was = PlanDocument::read(PlanDocument::write(somePlan($dice)));
        $other = $was;
        for ($i = $dice->getInt(1, 6); $i > 0; $i--) {
            $other = PlanDocument::read(PlanDocument::write(decided($other, $dice)));
        }
        foreach ([[$other, $was], [$was, $other], [$other, $other]] as [$now, $mine]) {
            $update = PackUpdate::of($given($was), $given($now), $given($mine));
            expect(decisions($update->plan()))
                ->toEqual(
                    decisions($other),
                    PlanDocument::write($was)."\n".PlanDocument::write($now)."\n".PlanDocument::write($mine),
                )
                ->and($update->contested())
                ->toBe([]);
        }
        $changed += array_filter(array_map(fn (mixed $a, mixed $b): bool => $a != $b, decisions($was), decisions($other)));
    }
    // Each field was changed at least once, so that a new one cannot be forgotten here either.
    expect(count($changed))->toBe(count(decisions(somePlan($dice))));
});

it('tells of whatever both changed otherwise, and keeps mine', function (): void {
    $base = new Plan(
        new Base('game', '1.0', 'loader', '0.1', 'java', '17', 1024),
        [new Want('a'), new Want('b'), new Want('c')],
        channels: ['a' => Channel::Beta],
        order: ['a', 'b', 'c'],
        groups: ['g' => ['a']],
        rules: [new Rule('a', 'b', 'why')],
    );
    $mine = $base
        ->allowing('a', Channel::Alpha)
        ->grouping('mine', 'a')
        ->onBuild('0.2')
        ->withMemory(2048)
        ->ruling(new Rule('a', 'b', 'mine'))
        ->arranging('b', 'a', 'c');
    $now = $base
        ->allowing('a', Channel::Stable)
        ->grouping('theirs', 'a')
        ->onBuild('0.3')
        ->withMemory(4096)
        ->ruling(new Rule('a', 'b', 'theirs'))
        ->arranging('c', 'b', 'a');
    $update = PackUpdate::of(new HandOff('P', $base), new HandOff('P', $now), new HandOff('P', $mine));
    expect(decisions($update->plan()))
        ->toEqual(decisions($mine))
        ->and(array_column($update->contested(), 0))
        ->toEqualCanonicalizing([
            'the build of the loader',
            'the memory',
            'the channel of a',
            'the group of a',
            'the rule a before b',
            'the order of 3',
        ])
        // Theirs of each, where that is asked for.
        ->and(decisions($update->plan(new Sides(others: array_column($update->contested(), 0)))))
        ->toEqual(decisions($now))
        ->and($update->plan(new Sides(others: ['the memory']))->base->memory)
        ->toBe(4096)
        ->and($update->plan(new Sides(others: ['the memory']))->order)
        ->toBe(['b', 'a', 'c'])
        ->and(
            PackUpdate::of(
                new HandOff('P', $base),
                new HandOff('P', $base->arranging('a', 'b', 'c', 'd')),
                new HandOff('P', $base->arranging('x', 'a', 'b', 'c')),
            )->plan()->order,
        )
        ->toBe(['x', 'a', 'b', 'c', 'd']);
});
