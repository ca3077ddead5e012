<?php

declare(strict_types=1);

namespace Tests\Support;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Problems that are known to be hard for any complete method, written as needs and breaks. */
final class HardCases
{
    /**
     * Random 3-SAT: each variable is two packages that break each other, each clause a wanted package with a need of three
     * alternatives. At 4.26 clauses for each variable about half are solvable (Crawford and Auton, "Experimental Results
     * on the Crossover Point in Random 3-SAT", 1996).
     *
     * @return list<list<int>> clauses of non-zero literals
     */
    public static function threeSat(int $variables, int $seed, float $ratio = 4.26): array
    {
        $dice = new Randomizer(new Mt19937($seed));
        $clauses = [];
        for ($i = (int) round($variables * $ratio); $i > 0; $i--) {
            $clauses[] = array_map(
                fn (int $variable): int => ($variable + 1) * ($dice->getInt(0, 1) === 0 ? -1 : 1),
                $dice->pickArrayKeys(range(0, $variables - 1), 3),
            );
        }

        return $clauses;
    }

    /** @param  list<list<int>>  $clauses */
    public static function asPackages(array $clauses): Answers
    {
        $name = fn (int $literal): string => ($literal > 0 ? 'yes-' : 'no-').abs($literal);
        $packages = $wants = [];
        foreach (array_unique(array_map(abs(...), array_merge(...$clauses))) as $variable) {
            $packages[$name($variable)] = ['1.0.0' => ['breaks' => [$name(-$variable)]]];
            $packages[$name(-$variable)] = ['1.0.0' => []];
        }
        foreach ($clauses as $i => $clause) {
            $packages["clause-{$i}"] = ['1.0.0' => [array_map($name, $clause)]];
            $wants[] = "clause-{$i}";
        }

        return Answers::short($packages, $wants);
    }

    /** @param  list<list<int>>  $clauses */
    public static function dimacs(array $clauses): string
    {
        $variables = max(array_map(abs(...), array_merge(...$clauses)));

        return "p cnf {$variables} ".
            count($clauses).
            "\n".
            implode('', array_map(fn (array $clause): string => implode(' ', [...$clause, 0])."\n", $clauses));
    }

    /** Pigeons that each need one of the holes, of which each takes one: impossible when there are more pigeons (Haken, 1985). */
    public static function pigeons(int $pigeons, int $holes): Answers
    {
        $packages = $wants = [];
        for ($pigeon = 1; $pigeon <= $pigeons; $pigeon++) {
            $packages["pigeon-{$pigeon}"] = [
                '1.0.0' => [array_map(fn (int $hole): string => "pigeon-{$pigeon}-in-{$hole}", range(1, $holes))],
            ];
            $wants[] = "pigeon-{$pigeon}";
            for ($hole = 1; $hole <= $holes; $hole++) {
                $packages["pigeon-{$pigeon}-in-{$hole}"] = [
                    '1.0.0' => [
                        'breaks' => array_map(
                            fn (int $other): string => "pigeon-{$other}-in-{$hole}",
                            $pigeon > 1 ? range(1, $pigeon - 1) : [],
                        ),
                    ],
                ];
            }
        }

        return Answers::short($packages, $wants);
    }
}
