<?php

declare(strict_types=1);

// How many launches a culprit search takes, beside halving the mods folder by hand: php bench/culprits.php [MODS] [CASES]
// By hand is how people do it (common practice): half of the mods out; if it still fails, go on with that half, otherwise with
// the other; where neither half fails alone, take the mods out one by one and put each back that does not matter.

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Culprits\Culprits;
use Stasimon\Core\Culprits\CulpritTrial;

require __DIR__.'/../vendor/autoload.php';

$mods = (int) ($argv[1] ?? 180);
$cases = (int) ($argv[2] ?? 200);
$wants = array_map(fn (int $i): string => sprintf('m%03d', $i), range(1, $mods));

/**
 * @param  list<string>  $wants
 * @param  list<string>  $culprits
 */
function search(array $wants, array $culprits): array
{
    $outcomes = [];
    while (($step = (new Culprits($wants))->step($outcomes))->next !== null) {
        $outcomes[Culprits::keyOf($step->next)] = array_diff($culprits, $step->next) === [] ? CulpritTrial::Failed : CulpritTrial::Passed;
    }
    $found = $step->culprits;
    sort($found);

    // The search of the application launches all of it once before and what it found once after.
    return [$found, count($outcomes) + 2];
}

/**
 * @param  list<string>  $set
 * @param  list<string>  $culprits
 */
function byHand(array $set, array $culprits): array
{
    $launches = 0;
    $fails = function (array $set) use ($culprits, &$launches): bool {
        $launches++;

        return array_diff($culprits, $set) === [];
    };
    while (count($set) > 1) {
        $halves = array_chunk($set, (int) ceil(count($set) / 2));
        if ($fails($halves[0])) {
            $set = $halves[0];
        } elseif ($fails($halves[1])) {
            $set = $halves[1];
        } else {
            foreach ($set as $one) {
                $without = array_values(array_diff($set, [$one]));
                $set = $fails($without) ? $without : $set;
            }
            break;
        }
    }

    return [$set, $launches];
}

printf("%d mods, %d cases each%s%22s%22s%9s\n", $mods, $cases, '', 'the search', 'halving by hand', 'ratio');
foreach (['one culprit' => 1, 'a pair' => 2, 'three together' => 3] as $name => $count) {
    $dice = new Randomizer(new Mt19937(7 + $count));
    $ours = $theirs = [];
    $wrong = 0;
    for ($case = 0; $case < $cases; $case++) {
        $culprits = $dice->pickArrayKeys(array_flip($wants), $count);
        [$found, $launches] = search($wants, $culprits);
        [$halved, $by] = byHand($wants, $culprits);
        sort($halved);
        $wrong += $found === $culprits ? 0 : 1;
        $halved === $culprits || fwrite(STDERR, "halving by hand found something else\n");
        $ours[] = $launches;
        $theirs[] = $by;
    }
    sort($ours);
    sort($theirs);
    $median = fn (array $of): int => $of[intdiv(count($of), 2)];
    printf(
        "%-28s%10d, at most %3d%10d, at most %3d%8.1fx   %d wrong\n",
        $name,
        $median($ours),
        max($ours),
        $median($theirs),
        max($theirs),
        $median($theirs) / $median($ours),
        $wrong,
    );
}
