<?php

declare(strict_types=1);

use Illuminate\Foundation\Testing\DatabaseTruncation;
use Illuminate\Foundation\Testing\RefreshDatabase;
use Tests\TestCase;

pest()->extend(TestCase::class)->use(RefreshDatabase::class)->in('Feature');

// A worker in another process has to see what a test wrote, so nothing here is in a transaction.
pest()->extend(TestCase::class)->use(DatabaseTruncation::class)->in('Crash');

/** Asks a process what its threads are at until it tells of something; a slow machine is waited for. */
function askUntil(Symfony\Component\Process\Process $process, string $words): void
{
    for ($end = microtime(true) + 60; ! str_contains($process->getOutput(), $words) && $process->isRunning() && microtime(true) < $end;) {
        $process->signal(SIGQUIT);
        for (
            $length = strlen($process->getOutput()), $patience = microtime(true) + 2;
            strlen($process->getOutput()) === $length && microtime(true) < $patience;

        ) {
            usleep(20_000);
        }
    }
}
