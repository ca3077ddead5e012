<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Disk\Processes;
use App\Games;
use App\Local\Runtimes;
use App\Local\TaughtGames;
use App\Models\Instance;
use App\Refusal\Meaning;
use App\Rehearsals\Log\LogFile;
use App\Store\FullDisk;
use Closure;
use Stasimon\Core\Plan\Plan;
use Symfony\Component\Process\Process;
use Throwable;

/** Starts a game on a folder as a process of its own, and keeps what it prints. */
final readonly class Launch
{
    /** Seconds after which a launch is ended, whatever it prints. */
    private const LONGEST = 1_500;

    /** The variable by which a launched game is known: it holds the id of the instance whose folder it runs in. */
    private const MARK = 'STASIMON_LAUNCH';

    public function __construct(private Games $games, private Runtimes $runtimes)
    {
    }

    /**
     * @param  Closure(): bool  $stopped  asked often; true ends it
     * @param  bool  $plain  without the loader
     * @param  int  $seed  of what the game leaves to chance
     */
    public function run(Plan $plan, string $dir, LogFile $log, Closure $stopped, Side $side = Side::Client, bool $plain = false, int $seed = 0): Launched
    {
        TaughtGames::mayRun($this->games->get($plan->base->game));
        $output = new Output($log);
        try {
            $process = new Process($this->command($plan, $dir, $side, $plain, $seed), $dir, [self::MARK => basename(dirname($dir))], timeout: self::LONGEST);
            $process->start();
            $hung = false;
            $heard = microtime(true);
            do {
                $running = $process->isRunning();
                $process->checkTimeout();
                $text = $process->getIncrementalOutput().$process->getIncrementalErrorOutput();
                $process->clearOutput()->clearErrorOutput();
                $output->add($text);
                $log->index();
                $heard = $text === '' ? $heard : microtime(true);
                if ($running && $stopped()) {
                    $process->stop(1);
                } elseif ($running && ! $hung && microtime(true) - $heard > config('stasimon.patience')) {
                    $hung = true;
                    $this->ask($process, $plan, $output);
                }
                $running && usleep(50_000);
            } while ($running);
            $exit = $process->getExitCode() ?? -1;
        } catch (Throwable $failure) {
            ($process ?? null)?->stop(0);
            if (Meaning::isOfFullDisk($failure)) {
                throw FullDisk::writing('the log of the launch');
            }
            $output->add("The launch itself failed: {$failure->getMessage()}\n");
            $exit = -1;
        }
        $output->close();

        return new Launched($exit, $hung ?? false);
    }

    /** Ends the game that a worker has launched for an instance and that outlived it. */
    public static function endLeftOver(Instance $instance): void
    {
        foreach (Processes::marked(self::MARK, $instance->id) as $process) {
            posix_kill($process, SIGKILL);
        }
    }

    /** A game that says nothing any more is asked what it is at, where it can say so, and then ended. */
    private function ask(Process $process, Plan $plan, Output $output): void
    {
        if ($this->games->get($plan->base->game)->log->dump) {
            $process->signal(SIGQUIT);
            usleep(700_000);
            $output->add($process->getIncrementalOutput());
        }
        $process->stop(1);
    }

    /** @return list<string> */
    private function command(Plan $plan, string $dir, Side $side, bool $plain, int $seed): array
    {
        return $this->games->get($plan->base->game)->command([
            'program' => $this->program($plan),
            'standins' => (string) config('stasimon.standins'),
            'dir' => $dir,
            'game' => "{$plan->base->game}:{$plan->base->gameVersion}",
            'runtime' => "{$plan->base->runtime}:{$plan->base->runtimeVersion}",
            'loader' => $plain ? '' : "{$plan->base->loader}:{$plan->base->loaderVersion}",
            'memory' => (string) $plan->base->memory,
            'side' => $side->value,
            'seed' => (string) $seed,
        ]);
    }

    /** The runtime of this machine that the base names, for a game that is started by one; its bare name where there is none. */
    private function program(Plan $plan): string
    {
        $kind = $this->games->get($plan->base->game)->runtimeFound;

        return $kind === '' ? '' : $this->runtimes->of($kind, $plan->base->runtimeVersion)->program ?? $kind;
    }
}
