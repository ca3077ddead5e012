<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Games;
use App\Instances\Folder;
use App\Models\Rehearsal;
use Stasimon\Core\Base\Plan;
use Symfony\Component\Process\Process;
use Throwable;

/** Launches an instance as a child process and keeps what it prints. */
final readonly class Rehearsing
{
    /** Seconds after which a launch that has not ended counts as hung. */
    private const PATIENCE = 300;

    public function __construct(private Games $games)
    {
    }

    public function run(Rehearsal $rehearsal): void
    {
        $folder = new Folder($rehearsal->instance);
        $log = $folder->log($rehearsal->number);
        file_put_contents($log, '');
        if ($rehearsal->refresh()->state === 'stopped') {
            return;
        }
        $rehearsal->update(['state' => 'running']);
        $start = hrtime(true);
        try {
            $process = new Process($this->command($rehearsal->plan, $folder), $folder->live(), timeout: self::PATIENCE);
            $process->start();
            do {
                $running = $process->isRunning();
                $process->checkTimeout();
                file_put_contents($log, $process->getIncrementalOutput().$process->getIncrementalErrorOutput(), FILE_APPEND);
                if ($running && $rehearsal->newQuery()->whereKey($rehearsal->id)->value('state') === 'stopped') {
                    $process->stop(1);
                }
                $running && usleep(100_000);
            } while ($running);
            $exit = $process->getExitCode() ?? -1;
        } catch (Throwable $failure) {
            file_put_contents($log, "The launch itself failed: {$failure->getMessage()}\n", FILE_APPEND);
            $exit = -1;
        }
        $state = $rehearsal->refresh()->state === 'stopped' ? 'stopped' : ($exit === 0 ? 'clean' : 'failed');
        $rehearsal->update(['state' => $state, 'exit_code' => $exit, 'milliseconds' => intdiv(hrtime(true) - $start, 1_000_000)]);
    }

    /** @return list<string> */
    private function command(Plan $plan, Folder $folder): array
    {
        return $this->games->get($plan->game)->command([
            'standins' => (string) config('stasimon.standins'),
            'dir' => $folder->live(),
            'game' => "{$plan->game}:{$plan->gameVersion}",
            'runtime' => "{$plan->runtime}:{$plan->runtimeVersion}",
            'loader' => "{$plan->loader}:{$plan->loaderVersion}",
            'memory' => (string) $plan->memory,
        ]);
    }
}
