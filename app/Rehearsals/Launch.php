<?php

declare(strict_types=1);

namespace App\Rehearsals;

use App\Games;
use Closure;
use Stasimon\Core\Base\Plan;
use Symfony\Component\Process\Process;
use Throwable;

/** Starts a game on a folder as a process of its own, and keeps what it prints. */
final readonly class Launch
{
    /** Seconds after which a launch that has not ended counts as hung. */
    private const PATIENCE = 300;

    public function __construct(private Games $games)
    {
    }

    /**
     * @param  string  $log  the file that what it prints goes to
     * @param  Closure(): bool  $stopped  asked often; true ends it
     * @return int the exit code; -1 where there is none
     */
    public function run(Plan $plan, string $dir, string $log, Closure $stopped): int
    {
        try {
            $process = new Process($this->command($plan, $dir), $dir, timeout: self::PATIENCE);
            $process->start();
            do {
                $running = $process->isRunning();
                $process->checkTimeout();
                file_put_contents($log, $process->getIncrementalOutput().$process->getIncrementalErrorOutput(), FILE_APPEND);
                if ($running && $stopped()) {
                    $process->stop(1);
                }
                $running && usleep(100_000);
            } while ($running);

            return $process->getExitCode() ?? -1;
        } catch (Throwable $failure) {
            file_put_contents($log, "The launch itself failed: {$failure->getMessage()}\n", FILE_APPEND);

            return -1;
        }
    }

    /** @return list<string> */
    private function command(Plan $plan, string $dir): array
    {
        return $this->games->get($plan->game)->command([
            'standins' => (string) config('stasimon.standins'),
            'dir' => $dir,
            'game' => "{$plan->game}:{$plan->gameVersion}",
            'runtime' => "{$plan->runtime}:{$plan->runtimeVersion}",
            'loader' => "{$plan->loader}:{$plan->loaderVersion}",
            'memory' => (string) $plan->memory,
        ]);
    }
}
