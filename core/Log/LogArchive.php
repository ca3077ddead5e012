<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use ZipArchive;

/** The logs in a ZIP archive, in the order in which they are read: reports of crashes first, and the newest first of each. */
final readonly class LogArchive
{
    /** Entries that are looked at, and logs that are read. */
    private const ENTRIES = 2_000;

    private const LOGS = 50;

    /** The line before each of several logs: the program begins anew there. */
    public const HEADING = '/^══ (?<name>.+) ══$/su';

    /** @param  list<array{name: string, size: int, index: int}>  $logs */
    private function __construct(private ZipArchive $zip, public array $logs)
    {
    }

    /** @throws UnreadableLog */
    public static function open(string $path): self
    {
        $zip = new ZipArchive();
        if ($zip->open($path, ZipArchive::RDONLY) !== true) {
            throw new UnreadableLog('It begins like a ZIP archive, and cannot be read as one; perhaps it is cut short.');
        }
        $files = [];
        for ($index = 0; $index < min($zip->numFiles, self::ENTRIES); $index++) {
            $stat = $zip->statIndex($index);
            if ($stat !== false && $stat['size'] > 0 && ! str_ends_with((string) $stat['name'], '/')) {
                $name = mb_scrub((string) $stat['name']);
                $files[] = [
                    'rank' => self::rank($name),
                    'time' => (int) $stat['mtime'],
                    'name' => $name,
                    'size' => (int) $stat['size'],
                    'index' => $index,
                ];
            }
        }
        // Where nothing is called like a log, the largest file may be one.
        $logs = array_filter($files, fn (array $file): bool => $file['rank'] > 0);
        usort($files, fn (array $a, array $b): int => $b['size'] <=> $a['size']);
        $logs = $logs === [] ? array_slice($files, 0, 1) : $logs;
        usort($logs, fn (array $a, array $b): int => [$b['rank'], $b['time']] <=> [$a['rank'], $a['time']]);

        return $logs === []
            ? throw new UnreadableLog('There is no file in the archive that could be a log.')
            : new self(
                $zip,
                array_map(
                    fn (array $file): array => ['name' => $file['name'], 'size' => $file['size'], 'index' => $file['index']],
                    array_slice($logs, 0, self::LOGS),
                ),
            );
    }

    private static function rank(string $name): int
    {
        return match (true) {
            preg_match('/crash|hs_err|minidump.*\.txt$/i', $name) === 1 => 2,
            preg_match('/\.(?:log|txt|out|err)(?:\.\d+)?(?:\.gz)?$|\.log\b|(?:^|\/)logs?\//i', $name) === 1 => 1,
            default => 0,
        };
    }

    /**
     * @param  array{name: string, size: int, index: int}  $log
     * @return resource|false
     */
    public function stream(array $log)
    {
        return $this->zip->getStreamIndex($log['index']);
    }
}
