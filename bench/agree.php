<?php

declare(strict_types=1);

// Holds the resolver against minisat (Debian) on generated catalogues: php bench/agree.php [SEEDS] [FIRST]
// Every line-up is held against bin/stasimon's checker rules as well. Exits with 1 at any disagreement.

use Stasimon\Core\Resolve\Policy;
use Tests\Support\Answers;
use Tests\Support\BooleanEncoding;
use Tests\Support\Generated;

require __DIR__.'/../vendor/autoload.php';

$count = (int) ($argv[1] ?? 10_000);
$first = (int) ($argv[2] ?? 1);
$file = tempnam(sys_get_temp_dir(), 'cnf');
$solvable = $wrong = 0;
for ($seed = $first; $seed < $first + $count; $seed++) {
    $case = Generated::case($seed);
    $answers = new Answers($case['catalogue'], $case['request']);
    file_put_contents(
        $file,
        (new BooleanEncoding($case['catalogue'], (array) json_decode((string) json_encode($case['request']), true)))->dimacs(),
    );
    exec("minisat -verb=0 {$file} 2>/dev/null", $output, $exit);
    $solvable += $exit === 10 ? 1 : 0;
    foreach (Policy::cases() as $policy) {
        $request = $answers->request->by($policy);
        $versions = $answers->versions($request);
        $violations = $versions === null ? [] : $answers->violations($versions, $request);
        if (($versions !== null) !== ($exit === 10) || $violations !== []) {
            $wrong++;
            echo "seed {$seed}, {$policy->value}: minisat ".
                ($exit === 10 ? 'yes' : 'no').
                ', ours '.
                ($versions !== null ? 'yes' : 'no').
                ' '.
                implode(' ', $violations).
                "\n";
        }
    }
}
unlink($file);
echo "{$count} catalogues, {$solvable} of them solvable, {$wrong} disagreements\n";
exit($wrong === 0 ? 0 : 1);
