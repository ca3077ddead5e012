<?php

declare(strict_types=1);

namespace App\Rehearsals\Log;

use Generator;
use Stasimon\Core\Game\LogForm;
use Stasimon\Core\Game\LogLevel;
use Stasimon\Core\Log\LogLine;
use Stasimon\Core\Log\LogReader;

/**
 * A log on disk, of any length, with an index beside it: for each line where it begins, its level, and whether it says what
 * the one before said but for its numbers. So any window of it is read without reading the rest.
 */
final readonly class LogFile
{
    /** Bytes of the index for each line: offset, level, and whether it repeats. */
    private const ENTRY = 6;

    private LogReader $reader;

    public function __construct(public string $path, LogForm $form)
    {
        $this->reader = new LogReader($form);
    }

    public function begin(): void
    {
        file_put_contents($this->path, '');
        file_put_contents($this->path.'.index', '');
        @unlink($this->path.'.levels');
    }

    /** Takes lines that have come since into the index. The last, which may not be whole yet, waits unless the log is over. */
    public function index(bool $over = false): void
    {
        iterator_count($this->indexed($over));
    }

    /**
     * @return Generator<LogLine> the lines that have come since, each taken into the index as it goes by; it has to be gone through to its
     *     end
     */
    public function indexed(bool $over = false): Generator
    {
        $index = @fopen($this->path.'.index', 'c+be');
        $log = @fopen($this->path, 'rb');
        if ($index === false || $log === false || ! flock($index, LOCK_EX)) {
            return;
        }
        fseek($index, 0, SEEK_END);
        $known = intdiv((int) ftell($index), self::ENTRY);
        $before = '';
        if ($known > 0) {
            fseek($log, $this->offset($index, $known - 1));
            $before = self::gist($this->reader->line($known, (string) LogReader::next($log)));
            fseek($index, 0, SEEK_END);
        }
        $levels = $known === 0 ? LogLevels::none() : $this->levels();
        $entries = '';
        while (true) {
            $offset = (int) ftell($log);
            $text = LogReader::next($log);
            if ($text === null || (! $over && ! str_ends_with($text, "\n"))) {
                break;
            }
            $line = $this->reader->line(++$known, $text);
            $gist = self::gist($line);
            $levels = $levels->with($line->level, $known);
            $entries .= pack('V', $offset).$line->levelName()[0].($gist === $before && $gist !== '' ? '1' : '0');
            $before = $gist;
            yield $line;
            if (strlen($entries) > 65_536) {
                fwrite($index, $entries);
                $entries = '';
            }
        }
        fwrite($index, $entries);
        file_put_contents($this->path.'.levels', $levels->kept());
        fclose($index);
        fclose($log);
    }

    private function levels(): LogLevels
    {
        return LogLevels::ofKept((string) @file_get_contents($this->path.'.levels'));
    }

    /** @param  resource  $index */
    private function offset($index, int $line): int
    {
        fseek($index, $line * self::ENTRY);

        return self::number((string) fread($index, 4), 0);
    }

    /** What a line says, but for its numbers. */
    private static function gist(LogLine $line): string
    {
        return $line->levelName().$line->logger.preg_replace('/\d+/', '#', $line->message);
    }

    /** @return iterable<LogLine> all of it, one after another */
    public function each(): iterable
    {
        $log = @fopen($this->path, 'rb');
        if ($log === false) {
            return;
        }
        yield from $this->reader->of($log);
        fclose($log);
    }

    /**
     * A window of the rows that a choice of lines comes to.
     *
     * @param  int|null  $from  the first row, from 0; null for the row of line $line
     */
    public function window(LogChoice $choice, ?int $from, int $count, int $line = 0): LogWindow
    {
        $index = (string) @file_get_contents($this->path.'.index');
        $levels = $this->levels();
        $lines = intdiv(strlen($index), self::ENTRY);
        // Of all lines as they are, the row is the line; any other choice has to be gone through.
        $rows = $choice->isAll() ? null : $this->rows($index, $choice);
        $total = $rows === null ? $lines : intdiv(strlen($rows), 8);
        $rowOf = fn (int $line): int => $rows === null ? max(0, min($lines, $line) - 1) : $this->rowOf($rows, $line);
        $from ??= max(0, $rowOf($line) - intdiv($count, 3));
        $from = max(0, min($from, max(0, $total - 1)));
        $shown = [];
        $log = @fopen($this->path, 'rb');
        for ($row = $from; $log !== false && $row < min($total, $from + $count); $row++) {
            [$number, $times] = $rows === null ? [$row + 1, 1] : [self::number($rows, $row * 8), self::number($rows, $row * 8 + 4)];
            fseek($log, self::number($index, ($number - 1) * self::ENTRY));
            $shown[] = [$this->reader->line($number, (string) LogReader::next($log)), $times];
        }

        return new LogWindow(
            $shown,
            $from,
            $total,
            $levels->counts($lines),
            $levels->firstError,
            $levels->firstError === null ? null : $rowOf($levels->firstError),
        );
    }

    /** For each row the number of its line and how often it comes, four bytes each. */
    private function rows(string $index, LogChoice $choice): string
    {
        $count = intdiv(strlen($index), self::ENTRY);
        $found = $choice->words === '' ? null : $this->finding($choice->words);
        $rows = $times = [];
        $inError = false;
        for ($line = 0; $line < $count; $line++) {
            $level = $index[$line * self::ENTRY + 4];
            $inError = $level === 'e' || ($level === 't' && $inError);
            $wanted = $choice->level === null || ($choice->level === LogLevel::Error ? $inError : $inError || $level === 'w');
            if (! $wanted || ($found !== null && ! isset($found[$line + 1]))) {
                continue;
            }
            if ($choice->folded && $rows !== [] && $index[$line * self::ENTRY + 5] === '1') {
                $times[count($rows) - 1]++;

                continue;
            }
            $rows[] = $line + 1;
            $times[] = 1;
        }
        $packed = '';
        foreach ($rows as $row => $line) {
            $packed .= pack('VV', $line, $times[$row]);
        }

        return $packed;
    }

    /** @return array<int, true> the lines that hold the words, whatever their case */
    private function finding(string $words): array
    {
        $found = [];
        $log = @fopen($this->path, 'rb');
        for ($number = 1; $log !== false && ($text = LogReader::next($log)) !== null; $number++) {
            if (stripos($text, $words) !== false) {
                $found[$number] = true;
            }
        }

        return $found;
    }

    /** The row that holds a line, or the last before it. */
    private function rowOf(string $rows, int $line): int
    {
        [$low, $high] = [0, intdiv(strlen($rows), 8)];
        while ($high - $low > 1) {
            $middle = intdiv($low + $high, 2);
            self::number($rows, $middle * 8) <= $line ? ($low = $middle) : ($high = $middle);
        }

        return $low;
    }

    /** Four bytes as a number, the least significant first. */
    private static function number(string $bytes, int $at): int
    {
        $number = unpack('V', $bytes, $at);

        return is_array($number) ? (int) $number[1] : 0;
    }
}
