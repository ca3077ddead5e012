<?php

declare(strict_types=1);

use Stasimon\Core\Resolve\Policy;
use Symfony\Component\Process\Process;
use Tests\Support\Answers;
use Tests\Support\BooleanEncoding;
use Tests\Support\ComposerSolver;
use Tests\Support\Generated;

it('agrees with a SAT solver on what is solvable, and gives only valid line-ups', function (): void {
    // Reference program: minisat (Debian) on a direct encoding that shares no code with the core.
    $solvable = 0;
    $file = tempnam(sys_get_temp_dir(), 'cnf');
    $cases = (int) (getenv('STASIMON_CASES') ?: 150);
    for ($seed = 1; $seed <= $cases; $seed++) {
        $case = Generated::case($seed);
        $answers = new Answers($case['catalogue'], $case['request']);
        file_put_contents(
            $file,
            (new BooleanEncoding($case['catalogue'], (array) json_decode((string) json_encode($case['request']), true)))->dimacs(),
        );
        $minisat = new Process(['minisat', '-verb=0', $file]);
        $exit = $minisat->run();
        expect($exit)->toBeIn([10, 20]);
        $solvable += $exit === 10 ? 1 : 0;
        foreach (Policy::cases() as $policy) {
            $request = $answers->request->by($policy);
            $versions = $answers->versions($request);
            expect($versions !== null)->toBe($exit === 10, "seed {$seed}, {$policy->value}");
            if ($versions !== null) {
                expect($answers->violations($versions, $request))->toBe([], "seed {$seed}, {$policy->value}");
            }
        }
    }
    unlink($file);
    expect($solvable)->toBeGreaterThan($cases / 4)->toBeLessThan(3 * $cases / 4);
});

it('agrees with Composer\'s resolver where it can express the case', function (): void {
    // Reference program: Composer's own resolver (Debian package composer).
    $solvable = 0;
    for ($seed = 1; $seed <= 400; $seed++) {
        $case = Generated::case($seed, plain: true);
        $answers = new Answers($case['catalogue'], $case['request']);
        $theirs = ComposerSolver::solves($case['catalogue'], $case['request']['want']);
        expect($answers->versions($answers->request->by(Policy::Newest)) !== null)->toBe($theirs, "seed {$seed}");
        $solvable += $theirs ? 1 : 0;
    }
    expect($solvable)->toBeGreaterThan(100)->toBeLessThan(300);
});
