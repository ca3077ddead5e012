<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Disk\Processes;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Side;
use App\Refusal\Meaning;
use App\Rehearsals\Log\LogFile;
use App\Store\FullDisk;
use App\Work\Signal;
use Closure;
use Stasimon\Core\Game\OwnWords;
use Stasimon\Core\Game\Way;
use Stasimon\Core\Plan\Plan;
use Symfony\Component\Process\Process;
use Throwable;

/** Starts a game on a folder as a process of its own, and keeps what it prints. */
final readonly class Launch
{
    /** Seconds after which a launch is ended, whatever it prints. */
    private const LONGEST = 1_500;

    /** Seconds without a word after which a game that is up has said all that it had to say of that. */
    private const SETTLED = 2.0;

    /** Microseconds between two looks at a game that runs. */
    private const LOOK = 20_000;

    /** The variable by which a launched game is known: it holds the id of the instance whose folder it runs in. */
    private const MARK = 'STASIMON_LAUNCH';

    public function __construct(private Games $games, private Starting $starting)
    {
    }

    /**
     * @param  Closure(): bool  $stopped  asked often; true ends it
     */
    public function run(
        Plan $plan,
        string $dir,
        LogFile $log,
        Closure $stopped,
        How $how = new How(),
    ): Launched {
        $way = $how->server === '' ? Way::Rehearse : Way::Join;
        $command = $this->starting->prepare($plan, $dir, $how->side, $how->plain, $how->seed, $way, $how->server, $how->words);
        $form = $this->games->get($plan->base->game)->launch;
        $heard = new Heard($form->up, $form->failing);
        $log->begin();
        $output = new Output($log->path);
        try {
            $around = Surroundings::with([self::MARK => basename(dirname($dir))] + $how->words->environment);
            $process = new Process($command, Starting::in($how->words, $dir), $around, timeout: self::LONGEST);
            $lines = new WholeLines();
            $spoke = microtime(true);
            $process->disableOutput();
            $says = function (string $stream, string $text) use ($lines, $output, $heard, &$spoke): void {
                $whole = $lines->of($stream, $text);
                $output->add($whole);
                $heard->add($whole);
                $spoke = microtime(true);
            };
            $file = Tailing::of($dir, $this->games->get($plan->base->game)->log->file);
            $process->start($says);
            $hung = $this->watch($process, $plan, $log, $heard, $spoke, function () use ($stopped, $file, $says): bool {
                $written = (string) $file?->next();
                $written === '' || $says('file', $written);

                return $stopped();
            });
            $written = (string) $file?->next();
            $written === '' || $says('file', $written);
            $output->add($lines->rest());
            $exit = $heard->isUp() ? 0 : $process->getExitCode() ?? -1;
        } catch (Throwable $failure) {
            ($process ?? null)?->stop(0);
            if (Meaning::isOfFullDisk($failure)) {
                throw FullDisk::writing('the log of the launch');
            }
            $output->add("The launch itself failed: {$failure->getMessage()}\n");
            $exit = -1;
        }
        $output->close();
        $log->index(over: true);

        return new Launched($exit, $hung ?? false, $heard->isFailing());
    }

    /**
     * Goes on until the game has ended, has come up, or is to be stopped.
     *
     * @param  float  $spoke  when it said something last, seconds; it changes while it is watched
     * @param  Closure(): bool  $stopped
     * @return bool whether it said nothing for so long that it was asked what it does
     */
    private function watch(Process $process, Plan $plan, LogFile $log, Heard $heard, float &$spoke, Closure $stopped): bool
    {
        $hung = false;
        do {
            $running = $process->isRunning();
            $process->checkTimeout();
            $log->index();
            // What it has to say of how it came up may come a little after the line that it is up.
            $isSettled = $heard->isUp() && microtime(true) - $spoke > self::SETTLED;
            $isStopped = $stopped();
            if ($running && ($isSettled || $isStopped)) {
                $process->stop(1);
            } elseif ($running && ! $hung && microtime(true) - $spoke > config('stasimon.patience')) {
                $hung = true;
                $this->ask($process, $plan);
            }
            $running && usleep(self::LOOK);
        } while ($running);

        return $hung;
    }

    /** Starts a game as a server that others join, until it is ended. */
    public function serve(Plan $plan, string $dir, LogFile $log, OwnWords $words = new OwnWords()): Server
    {
        $command = $this->starting->prepare($plan, $dir, Side::Server, way: Way::Serve, words: $words);
        $around = Surroundings::with([self::MARK => basename(dirname($dir))] + $words->environment);

        return new Server(
            new Process($command, Starting::in($words, $dir), $around, timeout: self::LONGEST),
            $log,
            $this->games->get($plan->base->game)->launch->open,
        );
    }

    /** Ends the game that a worker has launched for an instance and that outlived it. */
    public static function endLeftOver(Instance $instance): void
    {
        foreach (Processes::marked(self::MARK, $instance->id) as $process) {
            posix_kill($process, Signal::KILL);
        }
    }

    /** A game that says nothing any more is asked what it is at, where it can say so, and then ended. */
    private function ask(Process $process, Plan $plan): void
    {
        if ($this->games->get($plan->base->game)->log->dump) {
            $process->signal(Signal::QUIT);
            for ($answers = microtime(true) + 0.7; microtime(true) < $answers && $process->isRunning(); usleep(50_000)) {
                // What it answers is taken as it comes.
            }
        }
        $process->stop(1);
    }
}
