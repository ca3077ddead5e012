<?php

declare(strict_types=1);

namespace Stasimon\Core\Rehearse;

use Stasimon\Core\Base\GameDefinition;

/** Reads a game's log by the forms that its definition gives. */
final readonly class LogReader
{
    public function __construct(private GameDefinition $game)
    {
    }

    /** @return list<LogLine> */
    public function lines(string $log): array
    {
        $lines = [];
        $log = mb_scrub(preg_replace('/\r\n?/', "\n", $log) ?? $log, 'UTF-8');
        foreach ($log === '' ? [] : explode("\n", rtrim($log, "\n")) as $i => $text) {
            $lines[] = preg_match($this->game->logLine, $text, $part) === 1
                ? new LogLine($i + 1, $part['time'] ?? '', $part['thread'] ?? '', self::level($part['level'] ?? ''), $part['logger'] ?? '', $part['message'] ?? '')
                : new LogLine($i + 1, '', '', 'text', '', $text);
        }

        return $lines;
    }

    /** @return 'info'|'warn'|'error'|'text' */
    private static function level(string $word): string
    {
        return match (strtolower($word)) {
            'info', 'debug' => 'info',
            'warn', 'warning' => 'warn',
            'error', 'fatal' => 'error',
            default => 'text',
        };
    }

    /**
     * @param  list<LogLine>  $lines
     * @return list<Diagnosis> in the order of the log
     */
    public function diagnose(array $lines): array
    {
        $found = [];
        foreach ($lines as $line) {
            if ($line->level !== 'error') {
                continue;
            }
            foreach ($this->game->signatures as $signature) {
                if (preg_match($signature->pattern, $line->message, $caught) === 1) {
                    $details = [];
                    foreach ($caught as $name => $text) {
                        $details[(string) $name] = $text;
                    }
                    $found[] = new Diagnosis($signature->kind, $line->number, $line->message, $details);
                    break;
                }
            }
        }

        return $found;
    }
}
