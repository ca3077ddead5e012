<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use ZipArchive;

/**
 * The text of a log that somebody hands over: plain, in gzip (RFC 1952) or in a ZIP archive, in UTF-8, UTF-16 or one byte a
 * letter. It is poured from file to file a portion at a time, whatever its length.
 */
final readonly class LogText
{
    private const PORTION = 65_536;

    /**
     * @param  int  $most  bytes of text that are taken; what is longer is refused
     * @param  int  $lines  lines that are kept: of more, the first quarter and the last three, with a line between that says so
     */
    public function __construct(private int $most, private int $lines = PHP_INT_MAX)
    {
    }

    /**
     * Writes the text as UTF-8.
     *
     * @throws UnreadableLog
     */
    public function pour(string $from, string $to): void
    {
        $head = (string) @file_get_contents($from, false, null, 0, 4);
        $zip = new ZipArchive;
        $size = -1;
        $source = match (true) {
            str_starts_with($head, "\x1f\x8b") => @gzopen($from, 'rb'),
            str_starts_with($head, "PK\x03\x04") => $this->inArchive($zip, $from, $size),
            default => @fopen($from, 'rb'),
        };
        $target = @fopen($to, 'wb');
        if ($source === false || $target === false) {
            throw new UnreadableLog('The file could not be opened. Nothing was kept.');
        }
        // What a damaged archive makes PHP warn of is found out by counting.
        set_error_handler(static fn (): bool => true);
        try {
            $read = $this->convert($source, $target);
            if ($size >= 0 && $read !== $size) {
                throw new UnreadableLog('The log in the archive cannot be read to its end; the archive is damaged.');
            }
            if (str_starts_with($head, "\x1f\x8b") && ! self::isWhole($from)) {
                // What could be read of it is worth reading.
                fwrite($target, "\n… the archive is damaged or cut short; nothing after this line could be read …\n");
            }
        } finally {
            restore_error_handler();
            fclose($target);
            fclose($source);
        }
        $this->shorten($to);
    }

    /** Whether a gzip file has an end, and its checksum is that of what is in it. */
    private static function isWhole(string $path): bool
    {
        $state = inflate_init(ZLIB_ENCODING_GZIP);
        $file = @fopen($path, 'rb');
        if ($state === false || $file === false) {
            return false;
        }
        for ($isRead = true; $isRead && ! feof($file);) {
            // A portion may unpack to a thousand times its length.
            $isRead = @inflate_add($state, (string) fread($file, 4_096)) !== false;
        }
        fclose($file);

        return $isRead && inflate_get_status($state) === ZLIB_STREAM_END;
    }

    /** Takes lines out of the middle of a text that has too many. */
    private function shorten(string $path): void
    {
        $text = fopen($path, 'r+b');
        if ($text === false) {
            return;
        }
        for ($lines = 0; ! feof($text);) {
            $lines += substr_count((string) fread($text, self::PORTION), "\n");
        }
        $left = $lines - $this->lines;
        if ($left > 0) {
            $first = intdiv($this->lines, 4);
            $end = self::offsetOf($text, $first);
            $rest = self::offsetOf($text, $first + $left);
            $note = '… '.number_format($left)." lines are left out here …\n";
            // What stays is moved down, a portion at a time, into the room that is left before it.
            for ($write = $end, $read = $rest, $pending = $note; $pending !== '';) {
                fseek($text, $read);
                $next = (string) fread($text, self::PORTION);
                $read += strlen($next);
                fseek($text, $write);
                $write += (int) fwrite($text, $pending);
                $pending = $next;
            }
            ftruncate($text, max(0, $write));
        }
        fclose($text);
    }

    /**
     * Where the line begins that comes after so many.
     *
     * @param  resource  $text
     */
    private static function offsetOf($text, int $lines): int
    {
        rewind($text);
        for ($offset = 0; ! feof($text);) {
            $portion = (string) fread($text, self::PORTION);
            $count = substr_count($portion, "\n");
            if ($count >= $lines) {
                for ($at = -1; $lines > 0; $lines--) {
                    $at = (int) strpos($portion, "\n", $at + 1);
                }

                return $offset + $at + 1;
            }
            $lines -= $count;
            $offset += strlen($portion);
        }

        return $offset;
    }

    /**
     * @param  int  $size  bytes that it holds
     * @return resource the entry that is most likely the log
     */
    private function inArchive(ZipArchive $zip, string $from, int &$size)
    {
        if ($zip->open($from, ZipArchive::RDONLY) !== true) {
            throw new UnreadableLog('It begins like a ZIP archive, and cannot be read as one; perhaps it is cut short.');
        }
        $best = null;
        $bestRank = [-1, 0];
        for ($i = 0; $i < min($zip->numFiles, 2_000); $i++) {
            $stat = $zip->statIndex($i);
            if ($stat === false || $stat['size'] === 0 || str_ends_with((string) $stat['name'], '/')) {
                continue;
            }
            $name = strtolower((string) $stat['name']);
            $rank = [(str_ends_with($name, '.log') ? 2 : 0) + (str_ends_with($name, '.txt') ? 1 : 0) + (str_contains($name, 'crash') ? 1 : 0), (int) $stat['size']];
            [$best, $bestRank] = $rank > $bestRank ? [$i, $rank] : [$best, $bestRank];
        }
        $source = $best === null ? false : $zip->getStreamIndex($best);
        if ($source === false) {
            throw new UnreadableLog('There is no file in the archive that could be a log.');
        }
        $size = $bestRank[1];

        return $source;
    }

    /**
     * @param  resource  $source
     * @param  resource  $target
     * @return int bytes that were read
     */
    private function convert($source, $target): int
    {
        $start = (string) @fread($source, self::PORTION);
        [$skip, $encoding] = self::encodingOf($start);
        $pending = substr($start, $skip);
        $written = 0;
        $read = strlen($start);
        while (true) {
            $next = @fread($source, self::PORTION);
            $last = $next === false || $next === '';
            // A letter, or a line, is not cut in two.
            $cut = $last ? strlen($pending) : self::whole($pending, $encoding);
            $text = self::utf8(substr($pending, 0, $cut), $encoding);
            $written += strlen($text);
            if ($written > $this->most) {
                throw new UnreadableLog('Unpacked it is longer than '.number_format(intdiv($this->most, 1_000_000)).' MB, which is more than is read.');
            }
            if (fwrite($target, $text) !== strlen($text)) {
                throw new UnreadableLog('It could not be written; perhaps the disk is full. Nothing was kept.');
            }
            if ($last) {
                return $read;
            }
            $read += strlen($next);
            $pending = substr($pending, $cut).$next;
        }
    }

    /** @return array{int, 'UTF-8'|'UTF-16LE'|'UTF-16BE'|'Windows-1252'} bytes of a mark that stands first, and the encoding */
    private static function encodingOf(string $start): array
    {
        $zeros = fn (int $odd): float => strlen($start) < 8 ? 0.0 : count(array_filter(range($odd, min(strlen($start), 400) - 1, 2), fn (int $i): bool => $start[$i] === "\0")) / (min(strlen($start), 400) / 2);

        return match (true) {
            str_starts_with($start, "\xEF\xBB\xBF") => [3, 'UTF-8'],
            str_starts_with($start, "\xFF\xFE") => [2, 'UTF-16LE'],
            str_starts_with($start, "\xFE\xFF") => [2, 'UTF-16BE'],
            $zeros(1) > 0.7 => [0, 'UTF-16LE'],
            $zeros(0) > 0.7 => [0, 'UTF-16BE'],
            // The end of the portion may stand in the middle of a letter.
            mb_check_encoding(mb_strcut($start, 0, max(0, strlen($start) - 4), 'UTF-8'), 'UTF-8') => [0, 'UTF-8'],
            default => [0, 'Windows-1252'],
        };
    }

    private static function whole(string $bytes, string $encoding): int
    {
        if ($encoding === 'Windows-1252') {
            return strlen($bytes);
        }
        if ($encoding === 'UTF-8') {
            $line = strrpos($bytes, "\n");

            return $line === false ? max(0, strlen($bytes) - 4) : $line + 1;
        }

        return max(0, intdiv(strlen($bytes) - 4, 2) * 2);
    }

    private static function utf8(string $bytes, string $encoding): string
    {
        $text = $encoding === 'UTF-8' ? mb_scrub($bytes, 'UTF-8') : (string) mb_convert_encoding($bytes, 'UTF-8', $encoding);

        return str_replace("\0", '', $text);
    }
}
