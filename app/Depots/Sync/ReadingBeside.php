<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Depot;
use App\Depots\Protocol\ChangeFeed;
use Symfony\Component\Process\InputStream;
use Symfony\Component\Process\PhpExecutableFinder;
use Symfony\Component\Process\Process;

/**
 * Another process that reads the later part of a large depot while this one reads the earlier. It keeps no sequence: whatever it has
 * read when either of them ends is read again, and comes to the same.
 */
final class ReadingBeside
{
    private readonly Process $process;

    private readonly InputStream $until;

    private string $said = '';

    /**
     * @param  int  $since  sequence above which it reads
     * @param  int  $last  sequence that it reads up to
     */
    public function __construct(Depot $depot, int $since, int $last)
    {
        $this->until = new InputStream();
        $this->process = new Process(
            [
                (string) (new PhpExecutableFinder())->find(false),
                // As the worker is started that it reads beside.
                ...['-d', 'opcache.enable_cli=1', '-d', 'opcache.jit=tracing', '-d', 'opcache.jit_buffer_size=96M'],
                ...[base_path('artisan'), 'stasimon:read-beside', (string) $depot->id, (string) $since, (string) $last],
            ],
            base_path(),
            input: $this->until,
            timeout: null,
        );
        $this->process->start();
    }

    /** How many packages it has read. */
    public function done(): int
    {
        $this->said .= $this->process->getIncrementalOutput();

        return (int) array_sum(array_map(intval(...), explode("\n", $this->said)));
    }

    public function isRunning(): bool
    {
        return $this->process->isRunning();
    }

    /** Whether it has read all that it was to. */
    public function isThrough(): bool
    {
        return $this->process->isSuccessful();
    }

    public function stop(): void
    {
        $this->until->close();
        $this->process->stop(5);
    }

    /**
     * The changes in the part that it reads.
     *
     * @return iterable<int, array<string, int>>
     */
    public static function portions(ChangeFeed $changes, int $last): iterable
    {
        foreach ($changes->portions(Synchronising::PORTION) as $portion) {
            $portion = array_filter($portion, fn (int $place): bool => $place >> 1 <= $last);
            if ($portion !== []) {
                yield $portion;
            }
        }
    }
}
