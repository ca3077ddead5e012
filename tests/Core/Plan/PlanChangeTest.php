<?php

declare(strict_types=1);

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\Channel;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Plan\PlanChange;
use Stasimon\Core\Plan\PlanDocument;

function bigPlan(int $wants): Plan
{
    $plan = new Plan(new Base('game', '1.0', 'loader', '1', 'java', '17', 2048));
    $json = json_decode(PlanDocument::write($plan), true);
    $json['wants'] = array_map(fn (int $i): array => ['id' => "mod-{$i}", 'range' => '*'], range(1, $wants));
    $json['groups'] = ['all' => array_map(fn (int $i): string => "mod-{$i}", range(1, $wants, 2)), '5' => ['mod-2']];
    foreach (['channels', 'waiverNotes', 'updating', 'own', 'out'] as $map) {
        $json[$map] = (object) $json[$map];
    }

    return PlanDocument::read(json_encode($json, JSON_THROW_ON_ERROR));
}

it('leads from one plan to another and back, whatever step lies between', function (): void {
    $dice = new Randomizer(new Mt19937(11));
    $plan = bigPlan(40);
    for ($round = 0; $round < 400; $round++) {
        $id = 'mod-'.$dice->getInt(1, 60);
        $next = match ($dice->getInt(0, 8)) {
            0 => $plan->without($id),
            1 => $plan->turningOff($id),
            2 => $plan->wantingIn($id, '>=1.'.$round),
            3 => $plan->allowing($id, Channel::Beta),
            4 => $plan->updatingTo([$id => '2.0', '7' => '1.0']),
            5 => $plan->grouping("g{$dice->getInt(1, 4)}", $id),
            6 => $plan->letting($id, 'mod-3'),
            7 => $plan->turningOn($id),
            8 => $plan->ungrouping('g1'),
        };
        [$from, $to] = [PlanDocument::write($plan), PlanDocument::write($next)];
        expect(PlanDocument::read(PlanChange::apply($from, PlanChange::between($from, $to))))
            ->toEqual($next)
            ->and(PlanDocument::read(PlanChange::apply($to, PlanChange::between($to, $from))))
            ->toEqual($plan);
        $plan = $next;
    }
});

it('is as long as what differs, however long the plan is', function (): void {
    $plan = bigPlan(20_000);
    foreach (
        [
            $plan->wanting('another'),
            $plan->without('mod-10000'),
            $plan->wantingIn('mod-7', '>=2'),
            $plan->grouping('all', 'mod-4'),
            $plan->wanting('mod-1', '*'),
            $plan->wanting('mod-1', '>=3'),
        ] as $next
    ) {
        expect(strlen(PlanChange::between(PlanDocument::write($plan), PlanDocument::write($next))))->toBeLessThan(300);
    }
});

it('keeps objects apart from lists, fields in their place, and refuses what is no change of that document', function (): void {
    foreach (
        [
            ['{"a":{}}', '{"a":[]}'],
            ['{"a":1,"b":2}', '{"b":2,"a":1}'],
            ['{"a":1.0}', '{"a":1}'],
            ['[1,2,3]', '[]'],
            ['{"0":"x"}', '{"1":"x"}'],
            ['{"a":null}', '{}'],
        ] as [$from, $to]
    ) {
        expect(PlanChange::apply($from, PlanChange::between($from, $to)))
            ->toBe($to)
            ->and(PlanChange::apply($to, PlanChange::between($to, $from)))
            ->toBe($from);
    }
    expect(fn () => PlanChange::apply('[1]', '{"fields":{"a":{"value":1}}}'))
        ->toThrow(JsonException::class)
        ->and(fn () => PlanChange::apply('{}', '7'))
        ->toThrow(JsonException::class);
});
