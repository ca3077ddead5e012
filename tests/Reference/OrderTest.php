<?php

declare(strict_types=1);

// Orders against coreutils' tsort and against going through all of them.

use Opis\JsonSchema\Validator;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Place\Order\Ordering;
use Stasimon\Core\Place\Order\OrderRule;
use Stasimon\Core\Place\Order\OrderRules;
use Stasimon\Core\Place\Order\Strength;
use Symfony\Component\Process\Process;

/** @return array{list<string>, list<OrderRule>} */
function randomRules(Randomizer $dice, int $entries, int $rules, int $should = 4): array
{
    $names = array_map(fn (int $i): string => "e{$i}", range(0, $entries - 1));
    $made = [];
    for ($i = 0; $i < $rules; $i++) {
        // Now and then of an entry that is not there.
        $made[] = new OrderRule(
            'e'.$dice->getInt(0, $entries),
            'e'.$dice->getInt(0, $entries),
            $dice->getInt(0, $should) === 0 ? Strength::Must : Strength::Should,
        );
    }

    return [$names, $made];
}

/**
 * @param  list<string>  $entries
 * @return iterable<list<string>>
 */
function permutations(array $entries): iterable
{
    if ($entries === []) {
        yield [];
    }
    foreach ($entries as $i => $entry) {
        foreach (permutations(array_values(array_diff_key($entries, [$i => true]))) as $rest) {
            yield [$entry, ...$rest];
        }
    }
}

/** @param  list<string>  $order */
function turned(array $order): int
{
    $turned = 0;
    foreach ($order as $i => $one) {
        foreach (array_slice($order, $i + 1) as $other) {
            $turned += (int) substr($one, 1) > (int) substr($other, 1) ? 1 : 0;
        }
    }

    return $turned;
}

/**
 * @param  list<string>  $order
 * @param  list<OrderRule>  $rules
 * @return list<int> rules that are broken
 */
function brokenBy(array $order, array $rules): array
{
    $places = array_flip($order);

    return array_keys(
        array_filter(
            $rules,
            fn (OrderRule $rule): bool => isset($places[$rule->first], $places[$rule->then]) &&
                $places[$rule->first] >= $places[$rule->then],
        ),
    );
}

it('keeps every rule that it says it keeps, with the fewest pairs turned round of all orders', function (): void {
    $dice = new Randomizer(new Mt19937(17));
    $circles = 0;
    for ($case = 0; $case < 150; $case++) {
        [$entries, $rules] = randomRules($dice, $dice->getInt(2, 6), $dice->getInt(1, 8));
        $answer = Ordering::of(new OrderRules($entries, $rules));
        if ($answer->order === null) {
            $circles++;
            expect(
                array_filter(
                    iterator_to_array(permutations($entries), false),
                    fn (array $order): bool => array_filter(
                        brokenBy($order, $rules),
                        fn (int $rule): bool => $rules[$rule]->strength === Strength::Must,
                    ) === [],
                ),
            )->toBe([]);

            continue;
        }
        expect(brokenBy($answer->order, $rules))->toBe($answer->dropped);
        $kept = array_values(array_diff_key($rules, array_flip($answer->dropped)));
        $fewest = min(
            array_map(
                turned(...),
                array_filter(iterator_to_array(permutations($entries), false), fn (array $order): bool => brokenBy($order, $kept) === []),
            ),
        );
        expect(turned($answer->order))->toBe($fewest);
    }
    expect($circles)->toBeGreaterThan(5);
});

it('drops what should hold only where it makes a circle with what was taken before it', function (): void {
    $dice = new Randomizer(new Mt19937(18));
    for ($case = 0; $case < (int) (getenv('STASIMON_CASES') ?: 16); $case++) {
        [$entries, $rules] = randomRules($dice, $dice->getInt(3, 30), $dice->getInt(2, 40), 1_000);
        $answer = Ordering::of(new OrderRules($entries, $rules));
        $pairs = fn (array $of): string => implode(
            "\n",
            array_map(
                fn (OrderRule $rule): string => "{$rule->first} {$rule->then}",
                array_filter(
                    $of,
                    fn (OrderRule $rule): bool => in_array($rule->first, $entries, true) && in_array($rule->then, $entries, true),
                ),
            ),
        );
        // coreutils' tsort fails exactly where there is a circle; a pair of equal names is none to it.
        $isCircle = fn (array $of): bool => array_filter(
            $of,
            fn (OrderRule $rule): bool => $rule->first === $rule->then && in_array($rule->first, $entries, true),
        ) !== [] || (new Process(['tsort'], input: $pairs($of)."\n"))->run() !== 0;
        $taken = [];
        foreach ($answer->order === null ? [] : array_slice($rules, 0, 12, true) as $index => $rule) {
            if ($rule->strength === Strength::Must) {
                $taken = null;
                break;
            }
            $wouldCircle = $isCircle([...$taken, $rule]);
            expect(in_array($index, $answer->dropped, true))->toBe($wouldCircle);
            $taken = $wouldCircle ? $taken : [...$taken, $rule];
        }
    }
});

it('orders long lists as tsort allows, each next one the first of those that may come', function (): void {
    $dice = new Randomizer(new Mt19937(19));
    $names = array_map(fn (int $i): string => "e{$i}", range(0, 299));
    $hidden = $dice->shuffleArray(range(0, 299));
    $rules = [];
    for ($i = 0; $i < 400; $i++) {
        [$a, $b] = [$dice->getInt(0, 299), $dice->getInt(0, 299)];
        if ($a !== $b) {
            $rules[] =
                $hidden[$a] < $hidden[$b]
                    ? new OrderRule("e{$a}", "e{$b}", Strength::Must)
                    : new OrderRule("e{$b}", "e{$a}", Strength::Must);
        }
    }
    $order = Ordering::of(new OrderRules($names, $rules))->order ?? [];
    expect(brokenBy($order, $rules))->toBe([])->and(count(array_unique($order)))->toBe(300);
    foreach ($order as $place => $entry) {
        $left = array_slice($order, $place);
        $may = array_filter(
            $left,
            fn (string $one): bool => array_filter(
                $rules,
                fn (OrderRule $rule): bool => $rule->then === $one && in_array($rule->first, $left, true),
            ) === [],
        );
        expect((int) substr($entry, 1))->toBe(min(array_map(fn (string $one): int => (int) substr($one, 1), $may)));
        if ($place > 60) {
            break;
        }
    }
});

it('names a shortest circle', function (): void {
    $dice = new Randomizer(new Mt19937(20));
    $seen = [];
    for ($case = 0; $case < 200; $case++) {
        [$entries, $rules] = randomRules($dice, $dice->getInt(2, 7), $dice->getInt(2, 12), 0);
        $answer = Ordering::of(new OrderRules($entries, $rules));
        if ($answer->order !== null) {
            continue;
        }
        foreach ($answer->circle as $at => $rule) {
            expect($rules[$rule]->then)->toBe($rules[$answer->circle[($at + 1) % count($answer->circle)]]->first);
        }
        // Lengths of ways by going one rule further each time.
        $ways = array_fill_keys($entries, []);
        $length = 0;
        for ($reach = array_map(fn (string $one): array => [$one], array_combine($entries, $entries)); $length === 0;) {
            $steps = ($steps ?? 0) + 1;
            foreach ($reach as $from => $places) {
                $reach[$from] = array_values(
                    array_unique(
                        array_map(
                            fn (OrderRule $rule): string => $rule->then,
                            array_filter(
                                $rules,
                                fn (OrderRule $rule): bool => in_array($rule->first, $places, true) &&
                                    in_array($rule->then, $entries, true),
                            ),
                        ),
                    ),
                );
                $length = in_array($from, $reach[$from], true) ? $steps : $length;
            }
        }
        unset($steps);
        expect(count($answer->circle))->toBe($length);
        $seen[$length] = true;
    }
    expect(count($seen))->toBeGreaterThan(2);
});

it('answers at the command line as the contract has it', function (string $rules, int $exit, array $says): void {
    $process = new Process([dirname(__DIR__, 2).'/bin/stasimon', 'order', '--rules', '-'], input: $rules);
    $process->run();
    expect($process->getExitCode())
        ->toBe($exit)
        ->and($process->getOutput().$process->getErrorOutput())
        ->toContain(...$says);
    if ($exit < 2) {
        $schema = json_decode((string) file_get_contents(dirname(__DIR__, 2).'/docs/formats/order.schema.json'));
        expect((new Validator())->validate(json_decode($process->getOutput()), $schema)->isValid())->toBeTrue();
    }
})->with([
    ['{"format": "stasimon/order-rules", "revision": 1, "entries": ["a", "b"], "rules": [{"first": "b", "then": "a"}]}', 0, ['"ordered"']],
    [
        '{"format": "stasimon/order-rules", "revision": 1, "entries": ["a", "b"], "rules": [{"first": "b", "then": "a"}, {"first": "a", '.
        '"then": "b"}]}',
        1,
        ['"circle"'],
    ],
    ['{"format": "stasimon/order-rules", "revision": 1, "entries": ["a", "a"]}', 2, ['/entries/1: "a" is in the list twice.']],
    [
        '{"format": "stasimon/order-rules", "revision": 1, "entries": ["a"], "rules": [{"first": "a", "then": "b", "strength": "may"}]}',
        2,
        ['/rules/0/strength'],
    ],
]);
