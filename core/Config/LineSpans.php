<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** Where the values of lines with a key and a value stand, below sections in brackets. A value over lines is not followed. */
final class LineSpans
{
    /** What TOML has on one line. */
    private const TOML = '/^(?:"(?:[^"\\\\]|\\\\.)*+"|\'[^\']*\'|\[[^\[\]{}"\'#]*\]|[\w.:+-]+(?: [\w.:+-]+)?)(?=\s*(?:#.*)?$)/Du';

    /** @var array<string, array{int, ?int}> pointer => first byte, and how many */
    private array $at = ['' => [0, null]];

    private string $section = '';

    private function __construct(private readonly ConfigSyntax $syntax)
    {
    }

    /** @return array<string, array{int, ?int}>|null null where it is written in another way, or has a key twice */
    public static function of(string $text, ConfigSyntax $syntax): ?array
    {
        $self = new self($syntax);
        $from = 0;
        foreach (Lines::of($text) as $line) {
            if (! $self->take(rtrim($line, "\r\n"), $from)) {
                return null;
            }
            $from += strlen($line);
        }

        return $self->at;
    }

    private function take(string $line, int $start): bool
    {
        $comment = $this->syntax === ConfigSyntax::Properties ? '[#!]' : '[#;]';
        if (str_contains($line, "\r")) {
            return false;
        }
        if (preg_match('/^\s*(?:'.$comment.'.*)?$/D', $line) === 1) {
            return true;
        }
        $mayHead = $this->syntax !== ConfigSyntax::Properties;
        if ($mayHead && preg_match('/^\s*\[(?<name>[^\[\]"\']+)\]\s*(?:[#;].*)?$/D', $line, $part) === 1) {
            $this->section = Spans::part(trim($part['name']));

            return $this->add($this->section, $start, null);
        }
        $sign = $this->syntax === ConfigSyntax::Toml ? '=' : '[=:]';
        $pattern = '/^\s*(?<key>[\w.+\/@$-][\w.+\/@$ -]*?)\s*'.$sign.'[ \t]*(?<value>.*?)[ \t]*$/Du';
        if (preg_match($pattern, $line, $part, PREG_OFFSET_CAPTURE) !== 1) {
            return false;
        }
        $value = $this->whole($part['value'][0]);

        return $value !== null && $this->add($this->section.Spans::part($part['key'][0]), $start + $part['value'][1], strlen($value));
    }

    /** A value without what follows it; null where it may go on: three quotes, an open bracket, a backslash at the end. */
    private function whole(string $value): ?string
    {
        if (str_ends_with($value, '\\')) {
            return null;
        }
        if ($this->syntax !== ConfigSyntax::Toml) {
            return $value;
        }

        return preg_match(self::TOML, $value, $whole) === 1 ? $whole[0] : null;
    }

    private function add(string $pointer, int $from, ?int $length): bool
    {
        if (isset($this->at[$pointer])) {
            return false;
        }
        $this->at[$pointer] = [$from, $length];

        return true;
    }
}
