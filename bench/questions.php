<?php

declare(strict_types=1);

// The questions that the application asks while a person waits, over 20,000 packages of 20 releases: php bench/questions.php
// Seconds of processor time, the median of several runs, with opcache and JIT.

use Bench\Generator;
use Stasimon\Core\Explain\Impossible;
use Stasimon\Core\Resolve\Additions;
use Stasimon\Core\Resolve\Policy;
use Stasimon\Core\Resolve\Refused;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;
use Tests\Support\HardCases;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/common.php';

if (! (opcache_get_status(false)['jit']['on'] ?? false)) {
    passthru(PHP_JIT.escapeshellarg(__FILE__), $exit);
    exit($exit);
}

function row(string $what, float $seconds, string $asked, string $answer): void
{
    printf("%-62s %8.3f s  %-12s %s\n", $what, $seconds, $asked, $answer);
}

$world = new Generator(20000, 20, 300);
$catalogue = inMemory($world);
$wants = fn (array $ids, string $range = '*'): array => array_map(fn (int $id): Want => new Want("p{$id}", $range), $ids);

// Fifty candidates on a line-up of about 200 releases.
$resolver = new Resolver($catalogue);
for ($n = 1, $base = null; ! ($base instanceof Resolved) || count($base->selection) < 200; $n++) {
    $base = $resolver->resolve(new Request($wants(array_slice($world->wants, 0, $n))));
}
$request = $base->request->having($base->versions())->by(Policy::Settled);
$fit = 0;
$seconds = median(5, function () use ($catalogue, $world, $request, $base, &$fit): Additions {
    $fit = 0;
    $additions = Additions::to($request, $base->versions(), new Resolver($catalogue));
    foreach (array_slice($world->wants, 100, 50) as $id) {
        $fit += $additions->of("p{$id}") === null ? 0 : 1;
    }

    return $additions;
});
row('verdicts for 50 candidates on '.count($base->selection).' releases', $seconds, 'under 0.1', "{$fit} of 50 fit");

// Impossible requests of 300 wants: one clash among wants that hold otherwise, and every want at its newest.
$clash = $wants($world->wants);
$newest = array_map(fn (int $id): array => $world->needsOfRelease($id, 19), $world->wants);
foreach ($newest as $i => $needs) {
    foreach ($newest as $j => $others) {
        foreach ($needs as [$target, $first, $last]) {
            foreach ($others as [$same, $from, $to]) {
                if ($i < $j && $target === $same && ($last < $from || $to < $first)) {
                    $clash = $wants($world->wants);
                    $clash[$i] = new Want($clash[$i]->id, '=19.0.0');
                    $clash[$j] = new Want($clash[$j]->id, '=19.0.0');
                }
            }
        }
    }
}
foreach (
    [
        'one clash among 300 wants, explained, with remedies' => $clash,
        '300 wants at their newest, explained, with remedies' => $wants($world->wants, '=19.0.0'),
    ] as $what => $list
) {
    $impossible = null;
    $seconds = median(3, function () use ($catalogue, $list, &$impossible): Resolver {
        $request = new Request($list);
        $resolver = new Resolver($catalogue);
        $answer = $resolver->resolve($request);
        $impossible = $answer instanceof Refused ? Impossible::of($request, $answer, $resolver) : null;

        return $resolver;
    });
    row(
        $what,
        $seconds,
        'under 2',
        $impossible === null ? 'RESOLVED' : count($impossible->explanation).' steps, '.count($impossible->repairs).' remedies',
    );
}

// Hard for any complete method.
foreach ([[8, 7]] as [$pigeons, $holes]) {
    $case = HardCases::pigeons($pigeons, $holes);
    $answer = null;
    $seconds = median(3, function () use ($case, &$answer): void {
        $answer = $case->resolve();
    });
    row("{$pigeons} pigeons into {$holes} holes", $seconds, 'an answer', $answer instanceof Refused ? 'impossible' : 'RESOLVED');
}
foreach ([1, 2, 3, 4] as $seed) {
    $case = HardCases::asPackages(HardCases::threeSat(150, $seed));
    $answer = null;
    $seconds = median(1, function () use ($case, &$answer): void {
        $answer = $case->resolve();
    });
    row(
        "random 3-SAT at the threshold, 150 variables, seed {$seed}",
        $seconds,
        'an answer',
        ($answer instanceof Refused ? 'impossible, ' : 'resolved, ').$answer->effort->conflicts.' conflicts',
    );
}
