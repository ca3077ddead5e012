<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use Stasimon\Core\Game\LogForm;
use Stasimon\Core\Game\LogLevel;

/** Reads a game's log by the form that its definition gives, and what is not in that by the usual layouts. */
final readonly class LogReader
{
    /** Bytes of a line that are looked at; what is longer is cut. */
    public const LONGEST = 16_000;

    private Layouts $layouts;

    public function __construct(private LogForm $form)
    {
        $this->layouts = new Layouts();
    }

    /** @return list<LogLine> */
    public function lines(string $log): array
    {
        $log = preg_replace('/\r\n?/', "\n", $log) ?? $log;

        return $log === '' ? [] : iterator_to_array($this->each(explode("\n", rtrim($log, "\n"))), false);
    }

    /**
     * @param  iterable<string>  $texts  lines, with or without their ends
     * @return iterable<LogLine>
     */
    public function each(iterable $texts): iterable
    {
        $number = 0;
        foreach ($texts as $text) {
            yield $this->line(++$number, $text);
        }
    }

    /**
     * @param  resource  $file  of any length, with lines of any length
     * @return iterable<LogLine>
     */
    public function of($file): iterable
    {
        for ($number = 1; ($text = self::next($file)) !== null; $number++) {
            yield $this->line($number, $text);
        }
    }

    /**
     * The next line of a file with its end, as far as it is looked at; what is longer is passed over. Null at the end.
     *
     * @param  resource  $file
     */
    public static function next($file): ?string
    {
        $text = fgets($file, self::LONGEST + 3);
        if ($text === false) {
            return null;
        }
        if ($text[-1] !== "\n") {
            for ($rest = $text; $rest !== false && $rest[-1] !== "\n";) {
                $rest = fgets($file, self::LONGEST);
            }
            $text .= $rest === false ? '' : "\n";
        }

        return $text;
    }

    public function line(int $number, string $text): LogLine
    {
        $text = rtrim(strlen($text) > self::LONGEST ? mb_strcut($text, 0, self::LONGEST, 'UTF-8') : $text, "\r\n");
        if (! mb_check_encoding($text, 'UTF-8')) {
            $text = mb_scrub($text, 'UTF-8');
        }

        if (str_contains($text, "\e[")) {
            // Colours and the like (ECMA-48) are for a terminal.
            $text = (string) preg_replace('/\e\[[\d;]*[A-Za-z]/', '', $text);
        }

        return preg_match($this->form->line, $text, $part) === 1
            ? new LogLine(
                $number,
                $part['time'] ?? '',
                $part['thread'] ?? '',
                $this->form->levels[$part['level'] ?? ''] ?? self::level($part['level'] ?? ''),
                $part['logger'] ?? '',
                $part['message'] ?? '',
            )
            : $this->layouts->read($number, $text) ?? new LogLine($number, '', '', null, '', $text);
    }

    private static function level(string $word): ?LogLevel
    {
        return match (strtolower($word)) {
            'info', 'debug' => LogLevel::Info,
            'warn', 'warning' => LogLevel::Warn,
            'error', 'fatal' => LogLevel::Error,
            default => null,
        };
    }
}
