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
    /** Seconds after which a launch is ended, whatever it prints. */
    private const LONGEST = 1_500;

    public function __construct(private Games $games)
    {
    }

    /**
     * @param  Closure(): bool  $stopped  asked often; true ends it
     * @param  bool  $plain  without the loader
     * @param  int  $seed  of what the game leaves to chance
     */
    public function run(Plan $plan, string $dir, LogFile $log, Closure $stopped, string $side = 'client', bool $plain = false, int $seed = 0): Launched
    {
        $log->begin();
        try {
            $process = new Process($this->command($plan, $dir, $side, $plain, $seed), $dir, timeout: self::LONGEST);
            $process->start();
            $hung = false;
            $heard = microtime(true);
            do {
                $running = $process->isRunning();
                $process->checkTimeout();
                $text = $process->getIncrementalOutput().$process->getIncrementalErrorOutput();
                $log->append($text);
                $log->index();
                $heard = $text === '' ? $heard : microtime(true);
                if ($running && $stopped()) {
                    $process->stop(1);
                } elseif ($running && ! $hung && microtime(true) - $heard > config('stasimon.patience')) {
                    $hung = true;
                    $this->ask($process, $plan, $log);
                }
                $running && usleep(50_000);
            } while ($running);
            $exit = $process->getExitCode() ?? -1;
        } catch (Throwable $failure) {
            $log->append("The launch itself failed: {$failure->getMessage()}\n");
            $exit = -1;
        }
        $log->index(over: true);

        return new Launched($exit, $hung ?? false);
    }

    /** A game that says nothing any more is asked what it is at, where it can say so, and then ended. */
    private function ask(Process $process, Plan $plan, LogFile $log): void
    {
        if ($this->games->get($plan->game)->log->dump) {
            $process->signal(SIGQUIT);
            usleep(700_000);
            $log->append($process->getIncrementalOutput());
        }
        $process->stop(1);
    }

    /** @return list<string> */
    private function command(Plan $plan, string $dir, string $side, bool $plain, int $seed): array
    {
        return $this->games->get($plan->game)->command([
            'standins' => (string) config('stasimon.standins'),
            'dir' => $dir,
            'game' => "{$plan->game}:{$plan->gameVersion}",
            'runtime' => "{$plan->runtime}:{$plan->runtimeVersion}",
            'loader' => $plain ? '' : "{$plan->loader}:{$plan->loaderVersion}",
            'memory' => (string) $plan->memory,
            'side' => $side,
            'seed' => (string) $seed,
        ]);
    }
}
