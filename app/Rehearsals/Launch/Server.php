<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Rehearsals\Log\LogFile;
use Closure;
use Symfony\Component\Process\Process;

/** A server that was started, for as long as somebody is to join it. */
final class Server
{
    /** Seconds in which it is to be open. */
    private const OPENS = 120.0;

    private string $address = '';

    private string $begun = '';

    private readonly WholeLines $lines;

    private readonly Output $output;

    /** @param  string  $open  the pattern of the line by which it says where it is open */
    public function __construct(private readonly Process $process, private readonly LogFile $log, string $open)
    {
        $log->begin();
        $this->lines = new WholeLines();
        $this->output = new Output($log->path);
        $process->disableOutput();
        $process->start(function (string $stream, string $text) use ($open): void {
            $whole = $this->lines->of($stream, $text);
            $this->output->add($whole);
            foreach (explode("\n", $this->begun.$whole) as $line) {
                $this->begun = $line;
                if ($this->address === '' && preg_match($open, rtrim($line), $found) === 1) {
                    $this->address = $found['server'] ?? '';
                }
            }
        });
    }

    /**
     * Waits until it is open.
     *
     * @param  Closure(): bool  $stopped
     * @return string where; nothing if it did not come up
     */
    public function opened(Closure $stopped): string
    {
        for (
            $end = microtime(true) + self::OPENS;
            $this->address === '' && $this->process->isRunning() && microtime(true) < $end && ! $stopped();
            usleep(50_000)
        ) {
            $this->log->index();
        }
        // What it said last is taken in before it is judged.
        $this->process->isRunning();

        return $this->process->isRunning() ? $this->address : '';
    }

    /** @return bool whether it was still up and left when it was asked to */
    public function end(): bool
    {
        $wasUp = $this->process->isRunning();
        $this->process->stop(5);
        $this->output->add($this->lines->rest());
        $this->output->close();
        $this->log->index(over: true);

        return $wasUp && $this->address !== '';
    }

    public function exitCode(): int
    {
        return $this->process->getExitCode() ?? -1;
    }
}
