<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * Where the values of a YAML text stand: of block mappings whose values stand on the line of their key (YAML 1.2.2, 8.2.2).
 * Sequences, texts over lines, anchors, tags, flow over lines and several documents are not followed.
 */
final class YamlSpans
{
    private const QUOTED = '"(?:[^"\\\\]|\\\\.)*+"|\'(?:[^\']|\'\')*+\'';

    /** What goes on until a comment, or a colon that ends a key. */
    private const REST = '(?:[^#:]|(?<=\S)#|:(?=\S))*?';

    private const KEY = '"[^"\\\\]*"|\'[^\']*\'|[A-Za-z0-9_.\/+-][^\s:#"\'{}\[\],&*!|>]*(?: [^\s:#"\'{}\[\],&*!|>]+)*';

    private const VALUE = self::QUOTED.'|\[[^\[\]{}"\'#]*\]|\{\}|[^\s"\'#\[\]{}&*!|>%@`,?:-]'.self::REST.'|[-?:](?=\S)'.self::REST;

    private const LINE = '/^(?<indent> *)(?<key>'.self::KEY.')[ ]*:(?:[ ]+(?<value>'.self::VALUE.'))?(?<rest>[ \t]*(?:[ \t]#.*)?)$/Du';

    /** @var array<string, array{int, ?int}> pointer => first byte, and how many */
    private array $at = ['' => [0, null]];

    /** @var list<array{int, string}> indentation and pointer of the mappings that a line may belong to */
    private array $open = [];

    /** What the line before opens; empty where it has a value. */
    private string $opener = '';

    /** @return array<string, array{int, ?int}>|null null where it is written in another way, or has a key twice */
    public static function of(string $text): ?array
    {
        $self = new self();
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
        if (preg_match('/^[ \t]*(?:#.*)?$/D', $line) === 1) {
            return true;
        }
        if (preg_match(self::LINE, $line, $part, PREG_OFFSET_CAPTURE) !== 1) {
            return false;
        }
        $key = $part['key'][0];
        $mapping = $key[0] === '-' && ! str_contains('0123456789', $key[1] ?? '') ? null : $this->mapping(strlen($part['indent'][0]));
        $pointer = $mapping.Spans::part(trim($key, '"\''));
        if ($mapping === null || isset($this->at[$pointer])) {
            return false;
        }
        [$value, $offset] = $part['value'];
        // A key without a value: whether that is null or opens something, the next line says.
        $this->at[$pointer] = $value === '' ? [$start + $part['rest'][1], 0] : [$start + $offset, strlen($value)];
        $this->opener = $value === '' ? $pointer : '';

        return true;
    }

    /** @return string|null the pointer of the mapping that a line with so many blanks before it belongs to; null where none is */
    private function mapping(int $indent): ?string
    {
        while ($this->open !== [] && $this->open[count($this->open) - 1][0] > $indent) {
            array_pop($this->open);
        }
        $last = $this->open === [] ? null : $this->open[count($this->open) - 1];
        if ($last !== null && $last[0] === $indent) {
            return $last[1];
        }
        // It begins what the line before it has opened.
        if ($last === null ? count($this->at) > 1 : $this->opener === '') {
            return null;
        }
        $pointer = $last === null ? '' : $this->opener;
        $this->open[] = [$indent, $pointer];
        if ($pointer !== '') {
            $this->at[$pointer] = [$this->at[$pointer][0], null];
        }

        return $pointer;
    }
}
