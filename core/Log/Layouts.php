<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use Stasimon\Core\Game\LogLevel;

/**
 * The usual layouts of logging libraries, recognised without being told which: a time, a level, a thread and a logger in any
 * order before the message, with or without brackets; the console layouts that begin with a level; and one JSON object a line.
 * The words for levels are those that the libraries of Java and .NET print, java.util.logging's in the languages that a JDK
 * 17 has (its resource bundles: English, German, Japanese, Chinese); the other languages are from memory of older JDKs.
 */
final class Layouts
{
    /** Where writers of objects put the trace. */
    private const TRACES = [
        'thrown.extendedStackTrace',
        'thrown',
        'stack_trace',
        'error.stack_trace',
        'stackTrace',
        'stacktrace',
        'exception.stacktrace',
        'exception',
        'Exception',
        '@x',
        'err.stack',
        'error.stack',
        'throwable',
        'exc_info',
    ];

    private const LEVEL_KEYS = ['level', 'log.level', 'severity', '@l', 'Level', 'levelname'];

    private const MESSAGE_KEYS = ['message', 'msg', '@m', '@mt', 'RenderedMessage', 'Message', 'MessageTemplate'];

    private const TIME_KEYS = ['time', 'timestamp', '@timestamp', '@t', 'Timestamp'];

    private const THREAD_KEYS = ['thread', 'thread_name', 'threadName'];

    private const LOGGER_KEYS = ['logger', 'loggerName', 'logger_name', 'SourceContext', 'name'];

    private const LEVELS = [
        'info' => [
            'TRACE',
            'DEBUG',
            'INFO',
            'INFORMATION',
            'CONFIG',
            'FINE',
            'FINER',
            'FINEST',
            'NOTICE',
            'VERBOSE',
            'INF',
            'DBG',
            'VRB',
            'TRC',
            'INFOS',
            'INFORMACIÓN',
            'INFORMAZIONI',
            'INFORMAÇÕES',
            '情報',
            '信息',
            '資訊',
            '정보',
            'FEIN',
            'KONFIGURATION',
        ],
        'warn' => [
            'WARN',
            'WARNING',
            'WRN',
            'WARNUNG',
            'AVERTISSEMENT',
            'ADVERTENCIA',
            'AVVERTENZA',
            'ADVERTÊNCIA',
            'VARNING',
            '警告',
            '경고',
        ],
        'error' => [
            'ERROR',
            'ERR',
            'FATAL',
            'FTL',
            'SEVERE',
            'CRITICAL',
            'CRIT',
            'SCHWERWIEGEND',
            'GRAVE',
            'ALLVARLIG',
            '致命的',
            '重大',
            '严重',
            '嚴重',
            '심각',
        ],
    ];

    /** What .NET's console logger begins a line with. */
    private const SHORT = ['trce' => LogLevel::Info,
        'dbug' => LogLevel::Info,
        'info' => LogLevel::Info,
        'warn' => LogLevel::Warn,
        'fail' => LogLevel::Error,
        'crit' => LogLevel::Error,
    ];

    /** Levels that are written small as well. */
    private const SMALL = 'trace|debug|info|information|notice|warn|warning|error|fatal|critical';

    /** Where a level may stand behind a time: bytes. */
    private const HEAD = 160;

    private const TIME = '(?:\d{4}[-\/.]\d\d[-\/.]\d\d|\d{1,2}[ -][A-Za-z]{3}[ -]\d{4}|[A-Z][a-z]{2}\.? \d{1,2},? \d{4},?)?[T '.
        '_]?\d{1,2}:\d\d(?::\d\d)?(?:[.,:]\d{1,9})?(?: ?[AP]M)?(?:Z|[+-]\d\d:?\d\d)?|\d{10,13}(?=\D)';

    /** @var array<string, LogLevel> level as it is written => ours */
    private array $levels = [];

    private string $timed;

    private string $untimed;

    private string $inHead;

    /** Whether an entry was seen that begins with its level. */
    private bool $hasBegun = false;

    public function __construct()
    {
        foreach (self::LEVELS as $level => $words) {
            $this->levels += array_fill_keys($words, LogLevel::from($level));
        }
        $words = implode('|', array_map(preg_quote(...), array_keys($this->levels)));
        $this->timed = '/^[\[(<|]?(?<time>'.self::TIME.')/';
        $this->untimed = "/^(?:\[(?<thread>[^\]]{1,80})\] )?[\[(<|]?(?<level>{$words})(?:\]|\)|>|\||:| -|\s)\s*(?<message>.*)$/su";
        // A level that is written small is one only right behind the time or in a box of its own: a sentence has such words, too.
        $small = '(?i:'.self::SMALL.')';
        $this->inHead = "/(?|(?<![\w.])(?<level>{$words})(?![\w.])|^[\s\[\](|<-]*(?<level>{$small})(?=[\s\])|>:])|[\[\/".
            "|]\s*(?<level>{$small})\s*[\]|])/u";
    }

    /** The line as one of the usual layouts has it; null for a line that begins no entry. */
    public function read(int $number, string $text): ?LogLine
    {
        if ($text === '' || $text[0] === "\t") {
            return null;
        }
        if ($text[0] === '{' && str_ends_with($text, '}')) {
            return $this->object($number, $text);
        }
        if (preg_match($this->timed, $text, $part) === 1) {
            return $this->afterTime($number, $part['time'], substr($text, strlen($part[0])));
        }
        if (preg_match($this->untimed, $text, $part) === 1 && ! $this->isSentence($text, $part['level'], $part['message'])) {
            $this->hasBegun = true;

            return new LogLine($number, '', $part['thread'], $this->levels[$part['level']] ?? LogLevel::Info, '', $part['message']);
        }
        if (preg_match('/^(?<level>trce|dbug|info|warn|fail|crit): (?<logger>[\w.`+]+)\[\d+\]$/', $text, $part) === 1) {
            return new LogLine($number, '', '', self::SHORT[$part['level']], $part['logger'], '');
        }

        return null;
    }

    /**
     * Whether a line that begins like an entry is a sentence: "ERROR is shown in red". Where entries were seen before, it is one of them.
     */
    private function isSentence(string $text, string $level, string $message): bool
    {
        return ! $this->hasBegun &&
            str_starts_with($text, "{$level} ") &&
            preg_match(
                '/^(?:is|are|was|were|has|have|means?|will|can|may|messages?|lines?|level|logs?|or|and|of|in|for|at|the|this|that|these'.
                '|about)\b/',
                $message,
            ) === 1;
    }

    private function afterTime(int $number, string $time, string $rest): ?LogLine
    {
        // The level stands before the message, and that before any colon and any sentence.
        $head = strlen($rest) <= self::HEAD ? $rest : mb_strcut($rest, 0, self::HEAD, 'UTF-8');
        if (preg_match($this->inHead, $head, $part, PREG_OFFSET_CAPTURE) !== 1) {
            // java.util.logging's first line of two has a class and a method and nothing else.
            return preg_match('/^\s*(?:\p{L}+\s+)?[\w$]+(?:\.[\w$]+)+\s[\w$<>]+$/u', $rest) === 1
                ? null
                : new LogLine($number, $time, '', LogLevel::Info, '', ltrim($rest, " ]|)>-:\t"));
        }
        $level = $this->levels[$part['level'][0]] ?? ($this->levels[mb_strtoupper($part['level'][0])] ?? LogLevel::Info);
        $before = substr($rest, 0, $part['level'][1]);
        $message = ltrim(substr($rest, $part['level'][1] + strlen($part['level'][0])), " ]|)>:\t");
        $thread = preg_match('/\[(?<thread>[^\]\/]{1,80})/', "{$before}] {$message}", $named) === 1 ? $named['thread'] : '';
        $logger = '';
        if (
            preg_match(
                '/^(?:\[[^\]]{1,80}\]\s*|\([^)]{1,80}\)\s*|\|\s*)*(?<logger>[\w.$\/-]{1,80})?\s*(?:\[[^\]]{1,80}\]\s*)?(?:\s-|:|\|)\s+/',
                $message,
                $named,
            ) === 1
        ) {
            [$logger, $message] = [$named['logger'] ?? '', substr($message, strlen($named[0]))];
        }

        return new LogLine($number, $time, $thread, $level, $logger, $message);
    }

    /** One JSON object a line: the trace, where it has one, follows the message in lines of its own. */
    private function object(int $number, string $text): ?LogLine
    {
        $entry = json_decode($text, true, 16);
        if (! is_array($entry)) {
            return null;
        }
        $level = self::first($entry, self::LEVEL_KEYS);
        $message = self::first($entry, self::MESSAGE_KEYS);
        if ($level === '' && $message === '') {
            return null;
        }
        $trace = self::first($entry, self::TRACES);

        return new LogLine(
            $number,
            self::first($entry, self::TIME_KEYS),
            self::first($entry, self::THREAD_KEYS),
            $this->levels[$level] ?? self::level($level),
            self::first($entry, self::LOGGER_KEYS),
            $trace === '' ? $message : "{$message}\n".rtrim($trace),
        );
    }

    /**
     * @param  array<mixed>  $entry
     * @param  list<string>  $keys  the first that says something counts; a dot leads into an object
     */
    private static function first(array $entry, array $keys): string
    {
        foreach ($keys as $key) {
            $value = null;
            $dot = strpos($key, '.');
            if ($dot !== false && isset($entry[substr($key, 0, $dot)])) {
                $value = $entry;
                foreach (explode('.', $key) as $part) {
                    $value = is_array($value) ? $value[$part] ?? null : null;
                }
            }
            $value ??= $entry[$key] ?? null;
            if (is_string($value) || is_int($value)) {
                return (string) $value;
            }
        }

        return '';
    }

    /** One of our levels for one by its name or its number. */
    private static function level(string $level): LogLevel
    {
        if (ctype_digit($level)) {
            return match (true) {
                (int) $level >= 50 => LogLevel::Error,
                (int) $level >= 40 => LogLevel::Warn,
                default => LogLevel::Info,
            };
        }
        foreach (self::LEVELS as $known => $words) {
            if (in_array(strtoupper($level), $words, true)) {
                $ours = LogLevel::from($known);
            }
        }

        return $ours ?? LogLevel::Info;
    }
}
