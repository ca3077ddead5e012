<?php

declare(strict_types=1);

use Stasimon\Core\Explain\ReasonStep;
use Tests\Support\Answers;

// The worked examples of the published description of the PubGrub algorithm (Weizenbaum, "PubGrub: Next-Generation Version
// Solving", 2018, and the algorithm's own documentation, "Error Reporting"), in a scenario of our own: the same shapes of
// needs under other names. Checked is what the description says an explanation consists of, not its wording.

/** @return array<string, ReasonStep> by text */
function stepsOf(Answers $answers): array
{
    $steps = [];
    foreach ($answers->impossible()->explanation as $step) {
        $steps[$step->text] = $step;
    }

    return $steps;
}

it('reports a linear conflict as one chain from what was asked for to the clash', function (): void {
    // "Linear error reporting": root needs foo ^1 and baz ^1; foo 1 needs bar ^2; bar 2 needs baz ^3.
    $answers = Answers::short(
        [
            'lantern' => ['1.0.0' => ['bracket ^2.0.0']],
            'bracket' => ['2.0.0' => ['rivet ^3.0.0']],
            'rivet' => ['1.0.0' => [], '3.0.0' => []],
        ],
        ['lantern ^1.0.0', 'rivet ^1.0.0'],
    );
    $steps = stepsOf($answers);
    expect(array_keys($steps))
        ->toBe([
            'You asked for lantern 1.0.0 or newer and below 2.',
            'You asked for rivet 1.0.0 or newer and below 2.',
            'Lantern 1.0.0 needs bracket 2.0.0 or newer and below 3.',
            'Bracket 2.0.0 needs rivet 3.0.0 or newer and below 4.',
            'Rivet cannot be 1.0.0 and 3.0.0 at once.',
        ])
        ->and(end($steps)->from)
        ->toBe([0, 1, 2, 3])
        ->and($answers->impossible()->blame)
        ->toBe([0, 1]);
});

it('reports a branching conflict with every branch, and each conclusion after what it rests on', function (): void {
    // "Branching error reporting": root needs foo ^1; foo 1.0 needs a ^1 and b ^1; foo 1.1 needs x ^1 and y ^1; a 1 needs b ^2; x 1 needs y
    // ^2.
    $answers = Answers::short(
        [
            'lantern' => ['1.0.0' => ['arm ^1.0.0', 'bolt ^1.0.0'], '1.1.0' => ['xenon ^1.0.0', 'yoke ^1.0.0']],
            'arm' => ['1.0.0' => ['bolt ^2.0.0']],
            'bolt' => ['1.0.0' => [], '2.0.0' => []],
            'xenon' => ['1.0.0' => ['yoke ^2.0.0']],
            'yoke' => ['1.0.0' => [], '2.0.0' => []],
        ],
        ['lantern ^1.0.0'],
    );
    $steps = stepsOf($answers);
    $facts = array_keys(array_filter($steps, fn (ReasonStep $step): bool => $step->claim->fact !== null));
    sort($facts);
    expect($facts)->toBe([
        'Arm 1.0.0 needs bolt 2.0.0 or newer and below 3.',
        'Lantern 1.0.0 needs arm 1.0.0 or newer and below 2.',
        'Lantern 1.0.0 needs bolt 1.0.0 or newer and below 2.',
        'Lantern 1.1.0 needs xenon 1.0.0 or newer and below 2.',
        'Lantern 1.1.0 needs yoke 1.0.0 or newer and below 2.',
        'Xenon 1.0.0 needs yoke 2.0.0 or newer and below 3.',
        'You asked for lantern 1.0.0 or newer and below 2.',
    ]);
    $conclusions = array_filter($steps, fn (ReasonStep $step): bool => $step->claim->fact === null);
    expect(count($conclusions))->toBeGreaterThanOrEqual(2);
    $place = 0;
    foreach ($steps as $step) {
        foreach ($step->from as $earlier) {
            expect($earlier)->toBeLessThan($place);
        }
        $place++;
    }
});

it('says nothing of packages that the contradiction does not rest on', function (): void {
    // The same description: an explanation is made from the incompatibilities that the last one derives from.
    $packages = ['lantern' => ['1.0.0' => ['rivet ^2.0.0']], 'rivet' => ['1.0.0' => [], '2.0.0' => []]];
    $wants = ['lantern', 'rivet ^1.0.0'];
    $short = count(stepsOf(Answers::short($packages, $wants)));
    for ($i = 0; $i < 300; $i++) {
        $packages["bystander-{$i}"] = ['1.0.0' => $i > 0 ? ['bystander-'.($i - 1)] : [], '2.0.0' => []];
        $wants[] = "bystander-{$i}";
    }
    expect(stepsOf(Answers::short($packages, $wants)))->toHaveCount($short);
});
