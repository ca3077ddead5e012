<?php

declare(strict_types=1);

// Resolves generated catalogues with the core and with Composer's resolver, in the same run, from each side's in-memory
// form to its answer: php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=128M bench/resolver.php

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
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolved;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/Generator.php';
ini_set('memory_limit', '-1');

const RUNS = 3;
const TABLE = ['500x10,30' => [500, 10, 30], '2000x15,100' => [2000, 15, 100], '5000x20,40' => [5000, 20, 40], '20000x20,300' => [20000, 20, 300]];

/** The median of several runs in seconds, and the peak memory of the process in MB. */
function measured(callable $run): array
{
    $times = [];
    for ($i = 0; $i < RUNS; $i++) {
        $start = hrtime(true);
        $run();
        $times[] = (hrtime(true) - $start) / 1e9;
    }
    sort($times);

    return [$times[intdiv(RUNS, 2)], memory_get_peak_usage() / 1e6];
}

function ours(Generator $world): array
{
    $packages = [];
    foreach ($world->needs as $id => $releases) {
        $list = [];
        foreach ($releases as $version => $needs) {
            $list[] = new Release("{$version}.0.0", needs: array_map(fn (array $need): Need => Need::of(new Target("p{$need[0]}", ">={$need[1]}.0.0 <={$need[2]}.0.0")), $needs));
        }
        $packages[] = new Package("p{$id}", Kind::Mod, $list);
    }
    $catalogue = new MemoryCatalogue($packages);
    $request = new Request(array_map(fn (int $id): Want => new Want("p{$id}"), $world->wants));
    $solved = null;
    $figures = measured(function () use ($catalogue, $request, &$solved): void {
        $solved = (new Resolver($catalogue))->resolve($request) instanceof Resolved;
    });

    return [...$figures, $solved];
}

function composers(Generator $world): array
{
    spl_autoload_register(function (string $class): void {
        $file = '/usr/share/php/'.str_replace('\\', '/', $class).'.php';
        is_file($file) && require_once $file;
    });
    $list = [];
    foreach ($world->needs as $id => $releases) {
        foreach ($releases as $version => $needs) {
            $package = new CompletePackage("b/p{$id}", "{$version}.0.0.0", "{$version}.0.0");
            $links = [];
            foreach ($needs as [$target, $first, $last]) {
                $links["b/p{$target}"] = new Link("b/p{$id}", "b/p{$target}", new MultiConstraint([new Constraint('>=', "{$first}.0.0.0"), new Constraint('<=', "{$last}.0.0.0")]));
            }
            $package->setRequires($links);
            $list[] = $package;
        }
    }
    $request = new ComposerRequest;
    foreach ($world->wants as $id) {
        $request->requireName("b/p{$id}");
    }
    $solved = null;
    $figures = measured(function () use ($list, $request, &$solved): void {
        try {
            (new Solver(new DefaultPolicy, new Pool($list), new NullIO))->solve($request);
            $solved = true;
        } catch (Composer\DependencyResolver\SolverProblemsException) {
            $solved = false;
        }
    });

    return [...$figures, $solved];
}

// Each side in a process of its own, so that neither's memory counts for the other.
if (($argv[1] ?? '') === '--side') {
    echo json_encode($argv[2] === 'ours' ? ours(new Generator(...TABLE[$argv[3]])) : composers(new Generator(...TABLE[$argv[3]])));
    exit;
}

$jit = fn (string $side, string $row): array => json_decode((string) shell_exec('php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=128M '.escapeshellarg(__FILE__)." --side {$side} {$row}"), true);
printf("%-14s %10s %10s %8s %10s %10s  %s\n", 'catalogue', 'ours s', 'Composer s', 'ratio', 'ours MB', 'its MB', 'both say');
foreach (isset($argv[1]) ? array_slice($argv, 1) : array_keys(TABLE) as $row) {
    [$a, $memoryA, $solvedA] = $jit('ours', $row);
    [$b, $memoryB, $solvedB] = $jit('composers', $row);
    printf("%-14s %10.3f %10.3f %7.1fx %10.0f %10.0f  %s\n", $row, $a, $b, $b / $a, $memoryA, $memoryB, $solvedA === $solvedB ? ($solvedA ? 'solvable' : 'impossible') : 'DIFFERENT');
}
