<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

/** Where in a JSON text a value stands. */
final class TextPlace
{
    private int $at = 0;

    private function __construct(private readonly string $json)
    {
    }

    /** The line, from 1, of the value that a JSON Pointer (RFC 6901) names, or of the last of those around it that is there. */
    public static function line(string $json, string $pointer): int
    {
        $place = new self($json);
        $names =
            $pointer === ''
                ? []
                : array_map(fn (string $part): string => str_replace(['~1', '~0'], ['/', '~'], $part), explode('/', substr($pointer, 1)));
        $place->blanks();
        $found = $place->at;
        foreach ($names as $name) {
            if (! $place->into($name)) {
                break;
            }
            $found = $place->at;
        }

        return substr_count($json, "\n", 0, min($found, strlen($json))) + 1;
    }

    private function blanks(): void
    {
        $this->at += strspn($this->json, " \t\r\n", $this->at);
    }

    /** Goes to a member or an item of the value that begins here. */
    private function into(string $name): bool
    {
        $opens = $this->json[$this->at] ?? '';
        if ($opens !== '{' && $opens !== '[') {
            return false;
        }
        $this->at++;
        for ($number = 0; ; $number++) {
            $this->blanks();
            $key = (string) $number;
            if ($opens === '{') {
                $text = $this->value();
                $decoded = json_decode($text);
                $key = is_string($decoded) ? $decoded : '';
                $this->blanks();
                $this->at++;
                $this->blanks();
            }
            if (! isset($this->json[$this->at]) || $this->json[$this->at] === '}' || $this->json[$this->at] === ']') {
                return false;
            }
            if ($key === $name) {
                return true;
            }
            $this->value();
            $this->blanks();
            if (($this->json[$this->at] ?? '') !== ',') {
                return false;
            }
            $this->at++;
        }
    }

    /** Passes over the value that begins here, and gives its text. */
    private function value(): string
    {
        $from = $this->at;
        $depth = 0;
        do {
            if (preg_match('/\G(?:"(?:[^"\\\\]|\\\\.)*+"|[\[{]|[\]}]|[^"\[\]{},]+|,)/s', $this->json, $part, 0, $this->at) !== 1) {
                $this->at = strlen($this->json);
                break;
            }
            if ($depth === 0 && ($part[0] === ',' || $part[0] === ']' || $part[0] === '}')) {
                break;
            }
            $depth += match ($part[0]) {
                '[', '{' => 1,
                ']', '}' => -1,
                default => 0,
            };
            $this->at += strlen($part[0]);
        } while ($depth > 0);

        return substr($this->json, $from, $this->at - $from);
    }
}
