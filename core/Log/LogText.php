<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use Closure;

/**
 * The text of logs that somebody hands over: plain, in gzip (RFC 1952), in XML or several in a ZIP archive, in UTF-8, UTF-16 or
 * one byte a letter. It is poured from file to file a portion at a time, whatever its length.
 */
final readonly class LogText
{
    private const PORTION = 65_536;

    private const GZIP = "\x1f\x8b";

    /**
     * @param  int  $most  bytes of text that are taken; what is longer is refused
     * @param  int  $lines  lines that are kept: of more, the first quarter and the last three, with a line between that says so
     */
    public function __construct(private int $most, private int $lines = PHP_INT_MAX)
    {
    }

    /**
     * Writes the text as UTF-8. Of an archive all logs are written, each under a line with its name.
     *
     * @throws UnreadableLog
     */
    public function pour(string $from, string $to): void
    {
        $head = (string) @file_get_contents($from, false, null, 0, 4);
        $target = @fopen($to, 'wb');
        if ($target === false) {
            throw new UnreadableLog('The file could not be opened. Nothing was kept.');
        }
        // What a damaged archive makes PHP warn of is found out by counting.
        set_error_handler(static fn (): bool => true);
        try {
            if (str_starts_with($head, "PK\x03\x04")) {
                $this->pourArchive(LogArchive::open($from), $target);
            } else {
                $this->pourFile($from, str_starts_with($head, self::GZIP), $target);
            }
        } finally {
            restore_error_handler();
            fclose($target);
        }
        $this->shorten($to);
    }

    /** @param  resource  $target */
    private function pourFile(string $from, bool $isGzip, $target): void
    {
        $source = $isGzip ? gzopen($from, 'rb') : fopen($from, 'rb');
        if ($source === false) {
            throw new UnreadableLog('The file could not be opened. Nothing was kept.');
        }
        try {
            $this->convert(fn (): string => (string) fread($source, self::PORTION), $target, $this->most);
        } finally {
            fclose($source);
        }
        if ($isGzip && ! self::isWhole($from)) {
            // What could be read of it is worth reading.
            fwrite($target, "\n… the archive is damaged or cut short; nothing after this line could be read …\n");
        }
    }

    /** @param  resource  $target */
    private function pourArchive(LogArchive $archive, $target): void
    {
        $room = $this->most;
        foreach ($archive->logs as $number => $log) {
            $source = $archive->stream($log);
            if (count($archive->logs) > 1) {
                fwrite(
                    $target,
                    ($number === 0 ? '' : "\n").'══ '.mb_substr((string) preg_replace('/\s+/', ' ', $log['name']), 0, 200)." ══\n",
                );
            }
            if ($source === false) {
                $this->tellDamaged($archive, $target);

                continue;
            }
            $read = 0;
            $gzip = null;
            $next = function () use ($source, &$read, &$gzip): string {
                for ($text = ''; $text === '' && ! feof($source);) {
                    $bytes = (string) fread($source, 4_096);
                    $gzip ??= str_starts_with($bytes, self::GZIP) ? inflate_init(ZLIB_ENCODING_GZIP) : false;
                    $read += strlen($bytes);
                    $text = $gzip === false ? $bytes : (string) inflate_add($gzip, $bytes);
                }

                return $text;
            };
            $room -= $this->convert($next, $target, $room);
            fclose($source);
            if ($read !== $log['size']) {
                $this->tellDamaged($archive, $target);
            }
        }
    }

    /** @param  resource  $target */
    private function tellDamaged(LogArchive $archive, $target): void
    {
        if (count($archive->logs) === 1) {
            throw new UnreadableLog('The log in the archive cannot be read to its end; the archive is damaged.');
        }
        fwrite($target, "\n… this log is damaged in the archive; nothing after this line could be read …\n");
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
            // What stays is moved down, a portion at a time, into the room that is left before it; the note may need more than that,
            // so it is read to where the text ended, and not to where it ends by then.
            $size = (int) (fstat($text)['size'] ?? 0);
            for ($write = $end, $read = $rest, $pending = $note; $pending !== '';) {
                fseek($text, $read);
                $next = $read < $size ? (string) fread($text, max(1, min(self::PORTION, $size - $read))) : '';
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
     * @param  Closure(): string  $next  the next portion; nothing at the end
     * @param  resource  $target
     * @param  int  $room  bytes of text that may be written
     * @return int bytes that were
     */
    private function convert(Closure $next, $target, int $room): int
    {
        $start = $next();
        [$skip, $encoding] = self::encodingOf($start);
        $pending = substr($start, $skip);
        $xml = XmlEvents::begin(self::utf8(substr($pending, 0, 2_000), $encoding)) ? new XmlEvents() : null;
        $written = 0;
        $read = strlen($start);
        while (true) {
            $more = $next();
            $isLast = $more === '';
            // A letter, or a line, is not cut in two.
            $cut = $isLast ? strlen($pending) : self::whole($pending, $encoding);
            $text = self::utf8(substr($pending, 0, $cut), $encoding);
            $text = $xml === null ? $text : $xml->take($text, $isLast);
            $written += strlen($text);
            // Zeros, of which nothing is kept, count as well; a letter of UTF-16 has two bytes, and XML has more words than it says.
            if ($written > $room || $read > 2 * $this->most + self::PORTION) {
                throw new UnreadableLog(
                    'Unpacked it is longer than '.number_format(intdiv($this->most, 1_000_000)).' MB, which is more than is read.',
                );
            }
            if (fwrite($target, $text) !== strlen($text)) {
                throw new UnreadableLog('It could not be written; perhaps the disk is full. Nothing was kept.');
            }
            if ($isLast) {
                return $written;
            }
            $read += strlen($more);
            $pending = substr($pending, $cut).$more;
        }
    }

    /** @return array{int, 'UTF-8'|'UTF-16LE'|'UTF-16BE'|'Windows-1252'} bytes of a mark that stands first, and the encoding */
    private static function encodingOf(string $start): array
    {
        $zeros = fn (int $odd): float => strlen($start) < 8
            ? 0.0
            : count(array_filter(range($odd, min(strlen($start), 400) - 1, 2), fn (int $i): bool => $start[$i] === "\0")) /
                (min(strlen($start), 400) / 2);

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
