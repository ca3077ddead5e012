<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * Finds where a text stops being JSON (RFC 8259), which PHP's own reader does not tell. Whether it is JSON at all, that
 * reader says.
 */
final class JsonFault
{
    private const DEPTH = 512;

    private int $at = 0;

    private function __construct(private readonly string $text)
    {
    }

    public static function in(string $text): ?Wrong
    {
        json_decode($text, false, self::DEPTH);
        // Deeper than it is followed: not known to be wrong.
        if (json_last_error() === JSON_ERROR_NONE || json_last_error() === JSON_ERROR_DEPTH) {
            return null;
        }
        $reader = new self($text);
        $why = $reader->value(0) ?? ($reader->end() ?? lcfirst(json_last_error_msg()));
        $line = 1 + substr_count($text, "\n", 0, min($reader->at, strlen($text)));

        return new Wrong($line, $why);
    }

    /** What is wrong there; null where a value was read. */
    private function value(int $depth): ?string
    {
        $this->blanks();
        if ($depth > self::DEPTH) {
            return 'it is nested too deep';
        }

        return match ($this->text[$this->at] ?? '') {
            '' => 'it ends where a value is expected',
            '{' => $this->items($depth, '}', 'a key in quotes'),
            '[' => $this->items($depth, ']', 'a value'),
            '"' => $this->string(),
            default => $this->take('/\G(?:true|false|null|-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?)(?![A-Za-z0-9_.+-])/')
                ? null
                : $this->unexpected('a value'),
        };
    }

    private function items(int $depth, string $close, string $what): ?string
    {
        $this->at++;
        $this->blanks();
        if (($this->text[$this->at] ?? '') === $close) {
            $this->at++;

            return null;
        }
        while (true) {
            $this->blanks();
            if ($close === '}') {
                if (($this->text[$this->at] ?? '') !== '"') {
                    return $this->unexpected($what);
                }
                $wrong = $this->string();
                $this->blanks();
                if ($wrong === null && ($this->text[$this->at] ?? '') !== ':') {
                    return $this->unexpected('":" after a key');
                }
                $this->at++;
                if ($wrong !== null) {
                    return $wrong;
                }
            }
            $wrong = $this->value($depth + 1);
            if ($wrong !== null) {
                return $wrong;
            }
            $this->blanks();
            $next = $this->text[$this->at] ?? '';
            if ($next !== ',' && $next !== $close) {
                return $this->unexpected("\",\" or \"{$close}\"");
            }
            $this->at++;
            if ($next === $close) {
                return null;
            }
        }
    }

    private function string(): ?string
    {
        if ($this->take('/\G"(?:[^"\\\\\x00-\x1f]|\\\\(?:["\\\\\/bfnrt]|u[0-9A-Fa-f]{4}))*+"/')) {
            return null;
        }
        // Up to what spoils it, which is the end of the line for one that is not closed.
        $this->take('/\G"(?:[^"\\\\\x00-\x1f]|\\\\(?:["\\\\\/bfnrt]|u[0-9A-Fa-f]{4}))*+/');

        return match ($this->text[$this->at] ?? '') {
            '' => 'a text in quotes is not closed',
            "\n", "\r" => 'a text in quotes is not closed in its line',
            '\\' => 'after \ something stands that it is not for',
            default => 'there is a sign in a text that has to be written with \\',
        };
    }

    private function end(): ?string
    {
        $this->blanks();

        return $this->at < strlen($this->text) ? $this->unexpected('nothing more') : null;
    }

    private function unexpected(string $what): string
    {
        $next = mb_substr(mb_strcut($this->text, $this->at, 16), 0, 1);

        return $next === '' ? "it ends where {$what} is expected" : "{$what} is expected, not \"{$next}\"";
    }

    private function blanks(): void
    {
        $this->at += strspn($this->text, " \t\r\n", $this->at);
    }

    private function take(string $pattern): bool
    {
        if (preg_match($pattern, $this->text, $part, 0, $this->at) !== 1) {
            return false;
        }
        $this->at += strlen($part[0]);

        return true;
    }
}
