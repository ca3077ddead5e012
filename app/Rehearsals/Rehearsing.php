<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Instances\Folder;
use App\Models\Rehearsal;

/** Launches an instance as it is applied, and keeps its log and how it ended. */
final readonly class Rehearsing
{
    public function __construct(private Launch $launch)
    {
    }

    public function run(Rehearsal $rehearsal): void
    {
        $folder = new Folder($rehearsal->instance);
        $log = $folder->log($rehearsal->number);
        file_put_contents($log, '');
        $isStopped = fn (): bool => $rehearsal->newQuery()->whereKey($rehearsal->id)->value('state') === 'stopped';
        if ($isStopped()) {
            return;
        }
        $rehearsal->update(['state' => 'running']);
        $start = hrtime(true);
        $exit = $this->launch->run($rehearsal->plan, $folder->live(), $log, $isStopped);
        $state = $isStopped() ? 'stopped' : ($exit === 0 ? 'clean' : 'failed');
        $rehearsal->update(['state' => $state, 'exit_code' => $exit, 'milliseconds' => intdiv(hrtime(true) - $start, 1_000_000)]);
    }
}
