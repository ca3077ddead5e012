<?php

declare(strict_types=1);

namespace App\Rehearsals\Play;

use App\Disk\Folder;
use App\Disk\Processes;
use App\Models\Rehearsal;
use App\Rehearsals\Launch\Surroundings;
use App\Work\Signal;
use RuntimeException;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/** The process that keeps a game which is played, as it is seen from here: by the files that it writes beside the log. */
final readonly class Keeper
{
    /** The variable by which its processes are known: it holds instance and number of the launch. */
    private const MARK = 'STASIMON_PLAY';

    /** Seconds in which it has surely begun. */
    private const BEGUN = 30.0;

    private string $file;

    private string $mark;

    public function __construct(private Rehearsal $play)
    {
        $this->file = (new Folder($play->instance))->log($play->number).'.play';
        $this->mark = "{$play->instance_id}:{$play->number}";
    }

    /**
     * @param  list<string>  $command
     * @param  array<string, string>  $environment  that it gets besides
     *
     * @throws RuntimeException when it does not come up
     */
    public function start(array $command, string $dir, array $environment = []): void
    {
        array_map(fn (string $name): bool => @unlink($this->file.$name), ['', '.started', '.ended']);
        file_put_contents(
            $this->file,
            json_encode(
                ['command' => $command, 'dir' => $dir, 'log' => (new Folder($this->play->instance))->log($this->play->number)],
                JSON_THROW_ON_ERROR,
            ),
        );
        // In a session of its own, and with nothing of this environment that a game has no need of.
        (new Process(
            [
                'setsid',
                '--fork',
                (string) (new PhpExecutableFinder())->find(false),
                '-d',
                'opcache.jit=disable',
                __DIR__.'/keep.php',
                $this->file,
            ],
            dirname($this->file),
            Surroundings::with([self::MARK => $this->mark] + $environment),
        ))
            ->disableOutput()
            ->mustRun();
        for ($end = microtime(true) + self::BEGUN; ! is_file($this->file.'.started') && ! is_file($this->file.'.ended');) {
            if (microtime(true) > $end) {
                throw new RuntimeException('What keeps the game did not come up.');
            }
            usleep(20_000);
        }
    }

    public function process(): ?int
    {
        $started = json_decode((string) @file_get_contents($this->file.'.started'), true);

        return is_array($started) && is_int($started['process'] ?? null) ? $started['process'] : null;
    }

    /** Whether it or the game that it has started is still there. */
    public function isAlive(): bool
    {
        return Processes::marked(self::MARK, $this->mark) !== [];
    }

    /** @return array{exit: int, asked: bool, at: float}|null how the game ended; null while that is not known */
    public function ended(): ?array
    {
        $ended = json_decode((string) @file_get_contents($this->file.'.ended'), true);

        return is_array($ended)
            ? ['exit' => (int) ($ended['exit'] ?? -1), 'asked' => (bool) ($ended['asked'] ?? false), 'at' => (float) ($ended['at'] ?? 0)]
            : null;
    }

    /** Asks the game to end; it is ended ten seconds later, if it has not by then. */
    public function ask(): void
    {
        $process = $this->process();
        $marked = Processes::marked(self::MARK, $this->mark);
        if ($process !== null && in_array($process, $marked, true)) {
            posix_kill($process, Signal::TERM);

            return;
        }
        // Nobody keeps it any more.
        array_map(fn (int $one): bool => posix_kill($one, Signal::TERM), $marked);
    }

    /** Ends the game, and everything that it has started, without asking it. */
    public function end(): void
    {
        $keeper = $this->process();
        if ($keeper !== null && in_array($keeper, Processes::marked(self::MARK, $this->mark), true)) {
            posix_kill($keeper, Signal::USR1);
        }
        array_map(fn (int $one): bool => $one === $keeper || posix_kill($one, Signal::KILL), Processes::marked(self::MARK, $this->mark));
    }
}
