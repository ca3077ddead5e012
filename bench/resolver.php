<?php

declare(strict_types=1);

// Resolves generated catalogues with the core, with Composer's resolver and with libsolv's testsolv, in the same run:
// php bench/resolver.php [ROW ...]. Times are seconds of processor time, the median of several runs in several processes,
// because they differ less than those of a clock on a machine that does other things. "ours" is from package objects to
// the answer, as Composer's is; "rows" is from rows, as a database gives them, of which objects are made as they are
// looked at: that is how the application works, and its memory is the one that is printed. testsolv's is a process, less
// one that reads the same file and installs a package without needs.

use Bench\GeneratedCatalogue;
use Bench\Generator;
use Composer\DependencyResolver\DefaultPolicy;
use Composer\DependencyResolver\Pool;
use Composer\DependencyResolver\Request as ComposerRequest;
use Composer\DependencyResolver\Solver;
use Composer\IO\NullIO;
use Composer\Package\CompletePackage;
use Composer\Package\Link;
use Composer\Semver\Constraint\Constraint;
use Composer\Semver\Constraint\MultiConstraint;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;
use Tests\Support\ComposerSolver;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/common.php';

const TABLE = [
    '500x10,30' => [500, 10, 30],
    '2000x15,100' => [2000, 15, 100],
    '5000x20,40' => [5000, 20, 40],
    '20000x20,300' => [20000, 20, 300],
];
const ASKED = ['500x10,30' => 10, '2000x15,100' => 20, '5000x20,40' => 25, '20000x20,300' => 40];

function ours(Generator $world): array
{
    $request = new Request(array_map(fn (int $id): Want => new Want("p{$id}"), $world->wants));
    $solved = null;
    $seconds = median(
        $world->packages() < 1000 ? 25 : ($world->packages() < 10_000 ? 9 : 3),
        function (MemoryCatalogue $catalogue) use ($request, &$solved): array {
            $resolver = new Resolver($catalogue);
            $answer = $resolver->resolve($request);
            $solved = $answer instanceof Resolved;

            return [$resolver, $answer];
        },
        before: fn (): MemoryCatalogue => inMemory($world),
    );

    return [$seconds, 0, $solved];
}

function rows(Generator $world): array
{
    $request = new Request(array_map(fn (int $id): Want => new Want("p{$id}"), $world->wants));
    $seconds = median(3, function () use ($world, $request): array {
        $resolver = new Resolver(new GeneratedCatalogue($world));

        return [$resolver, $resolver->resolve($request)];
    });

    return [$seconds, memory_get_peak_usage() / 1e6, null];
}

function composers(Generator $world, int $runs): array
{
    ComposerSolver::load();
    $list = [];
    for ($id = 0; $id < $world->packages(); $id++) {
        foreach ($world->needsOf($id) as $version => $needs) {
            $package = new CompletePackage("b/p{$id}", "{$version}.0.0.0", "{$version}.0.0");
            $links = [];
            foreach ($needs as [$target, $first, $last]) {
                $links["b/p{$target}"] = new Link(
                    "b/p{$id}",
                    "b/p{$target}",
                    new MultiConstraint([new Constraint('>=', "{$first}.0.0.0"), new Constraint('<=', "{$last}.0.0.0")]),
                );
            }
            $package->setRequires($links);
            $list[] = $package;
        }
    }
    $request = new ComposerRequest();
    foreach ($world->wants as $id) {
        $request->requireName("b/p{$id}");
    }
    $solved = null;
    $seconds = median($runs, function () use ($list, $request, &$solved): ?array {
        $solver = new Solver(new DefaultPolicy(), new Pool($list), new NullIO());
        try {
            $answer = $solver->solve($request);
            $solved = true;

            return [$solver, $answer];
        } catch (Composer\DependencyResolver\SolverProblemsException) {
            $solved = false;

            return null;
        }
    });

    return [$seconds, memory_get_peak_usage() / 1e6, $solved];
}

/** testsolv's seconds beyond reading the file, and whether it found an answer. */
function libsolvs(Generator $world): array
{
    $folder = sys_get_temp_dir().'/stasimon-bench-'.getmypid();
    mkdir($folder);
    $repo = fopen("{$folder}/world.repo", 'w');
    fwrite($repo, "=Ver: 3.0\n");
    for ($id = 0; $id < $world->packages(); $id++) {
        foreach ($world->needsOf($id) as $version => $needs) {
            fwrite($repo, "=Pkg: p{$id} {$version} 1 noarch\n=Prv: p{$id} = {$version}-1\n");
            foreach ($needs as [$target, $first, $last]) {
                fwrite($repo, "=Req: p{$target} >= {$first}\n=Req: p{$target} <= {$last}\n");
            }
        }
    }
    fclose($repo);
    $head = "repo available 0 testtags world.repo\nsystem unset rpm\n";
    file_put_contents(
        "{$folder}/all.t",
        $head.
            implode('', array_map(fn (int $id): string => "job install name p{$id}\n", $world->wants)).
            "result transaction,problems <inline>\n",
    );
    file_put_contents("{$folder}/none.t", $head."job install name p0\nresult transaction,problems <inline>\n");
    $output = '';
    $seconds = [];
    foreach (['all', 'none'] as $case) {
        $seconds[$case] = median(
            3,
            function () use ($folder, $case, &$output): void {
                $output = (string) shell_exec("testsolv -r {$folder}/{$case}.t 2>&1");
            },
            children: true,
        );
        $solved ??= ! str_contains($output, 'problem ') && str_contains($output, 'install ');
    }
    array_map(unlink(...), glob("{$folder}/*") ?: []);
    rmdir($folder);

    return [max(0.0, $seconds['all'] - $seconds['none']), 0, $solved ?? null];
}

// Each side in a process of its own, so that neither's memory counts for the other.
if (($argv[1] ?? '') === '--side') {
    $world = new Generator(...TABLE[$argv[3]]);
    echo json_encode(
        match ($argv[2]) {
            'ours' => ours($world),
            'rows' => rows($world),
            'composers' => composers($world, ['500x10,30' => 25, '20000x20,300' => 1][$argv[3]] ?? 3),
            default => libsolvs($world),
        },
    );
    exit();
}

$side = fn (string $side, string $row): array => json_decode(
    (string) shell_exec(PHP_JIT.escapeshellarg(__FILE__)." --side {$side} {$row}"),
    true,
);
printf(
    "%-14s %8s %10s %7s %7s %8s %10s %8s %10s  %s\n",
    'catalogue',
    'ours s',
    'Composer s',
    'ratio',
    'asked',
    'rows s',
    'libsolv s',
    'rows MB',
    'Composer MB',
    'all say',
);
foreach (isset($argv[1]) ? array_slice($argv, 1) : array_keys(TABLE) as $row) {
    // A machine that others use is now faster, now slower: the sides take turns, and the median of their turns counts.
    $turns = [];
    for ($turn = 0; $turn < ($row === '20000x20,300' ? 2 : 3); $turn++) {
        foreach (['ours', 'rows', 'composers', 'libsolvs'] as $name) {
            if ($row !== '20000x20,300' || $turn === 0 || $name === 'ours' || $name === 'rows') {
                $turns[$name][] = $side($name, $row);
            }
        }
    }
    $middle = function (array $results): array {
        sort($results);

        return $results[intdiv(count($results), 2)];
    };
    [$a, , $solvedA] = $middle($turns['ours']);
    [$r, $memoryA] = $middle($turns['rows']);
    [$b, $memoryB, $solvedB] = $middle($turns['composers']);
    [$c, , $solvedC] = $middle($turns['libsolvs']);
    printf(
        "%-14s %8.3f %10.3f %6.1fx %6dx %8.3f %10.3f %8.0f %11.0f  %s\n",
        $row,
        $a,
        $b,
        $b / $a,
        ASKED[$row],
        $r,
        $c,
        $memoryA,
        $memoryB,
        $solvedA === $solvedB && $solvedB === $solvedC ? ($solvedA ? 'solvable' : 'impossible') : 'DIFFERENT',
    );
}
