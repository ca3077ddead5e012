<?php

declare(strict_types=1);

// What the benchmarks of the core share.

use Bench\GeneratedCatalogue;
use Bench\Generator;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\MemoryCatalogue;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;

require __DIR__.'/Generator.php';
require __DIR__.'/GeneratedCatalogue.php';
ini_set('memory_limit', '-1');
gc_disable();

const PHP_JIT = 'php -d opcache.enable_cli=1 -d opcache.jit=tracing -d opcache.jit_buffer_size=128M ';

/** Seconds of processor time that this process, or its children, have used. */
function processor(bool $children = false): float
{
    $usage = (array) getrusage($children ? 1 : 0);

    return $usage['ru_utime.tv_sec'] + $usage['ru_stime.tv_sec'] + ($usage['ru_utime.tv_usec'] + $usage['ru_stime.tv_usec']) / 1e6;
}

/**
 * The median of several runs in seconds of processor time. What comes before a run, and letting go of what it returns, is
 * not part of it.
 */
function median(int $runs, callable $run, bool $children = false, ?callable $before = null): float
{
    $times = [];
    for ($i = 0; $i < $runs; $i++) {
        $given = $before === null ? [] : [$before()];
        $start = processor($children);
        $result = $run(...$given);
        $times[] = processor($children) - $start;
        unset($result, $given);
        gc_collect_cycles();
    }
    sort($times);

    return $times[intdiv($runs, 2)];
}

/** Every package of a world as an object, nothing of it looked at yet. */
function inMemory(Generator $world): MemoryCatalogue
{
    $packages = [];
    for ($id = 0; $id < $world->packages(); $id++) {
        $releases = [];
        foreach ($world->needsOf($id) as $version => $needs) {
            $releases[] = new Release("{$version}.0.0", needs: array_map(GeneratedCatalogue::need(...), $needs));
        }
        $packages[] = new Package("p{$id}", Kind::Mod, $releases);
    }

    return new MemoryCatalogue($packages);
}
