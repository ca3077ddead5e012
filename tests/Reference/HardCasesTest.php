<?php

declare(strict_types=1);

use Stasimon\Core\Resolve\Resolved;
use Symfony\Component\Process\Process;
use Tests\Support\HardCases;

it('agrees with a SAT solver on random 3-SAT at the threshold', function (): void {
    // Reference program: minisat (Debian), on the clauses themselves.
    $file = tempnam(sys_get_temp_dir(), 'cnf');
    $solvable = 0;
    $cases = (int) (getenv('STASIMON_CASES') ?: 16);
    for ($seed = 1; $seed <= $cases; $seed++) {
        $clauses = HardCases::threeSat(40, $seed);
        file_put_contents($file, HardCases::dimacs($clauses));
        $exit = (new Process(['minisat', '-verb=0', $file]))->run();
        $case = HardCases::asPackages($clauses);
        $answer = $case->resolve();
        expect($answer instanceof Resolved)->toBe($exit === 10, "seed {$seed}");
        if ($answer instanceof Resolved) {
            $solvable++;
            expect($case->violations($answer->versions()))->toBe([], "seed {$seed}");
        }
    }
    unlink($file);
    // At the threshold about half of them can be solved.
    expect($solvable)->toBeGreaterThan(intdiv($cases, 5))->toBeLessThan($cases - intdiv($cases, 8));
});

it('knows that pigeons need as many holes', function (): void {
    // Haken, "The Intractability of Resolution", 1985: n + 1 pigeons do not fit into n holes.
    expect(HardCases::pigeons(6, 5)->versions())->toBeNull()->and(HardCases::pigeons(5, 5)->versions())->toHaveCount(10);
});
