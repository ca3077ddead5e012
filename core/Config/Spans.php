<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * Where the values of a text stand in it, by JSON Pointer (RFC 6901). Whatever is written in a way that this does not know, or
 * has one key twice, has no spans at all: it is a text, and its lines are what can be told apart.
 */
final readonly class Spans
{
    /** Levels that are followed. */
    private const DEPTH = 64;

    /** Stands for what has values in it: an object, a section. */
    public const OPEN = '{';

    /** @param  array<string, array{int, ?int}>  $at  pointer => first byte, and how many; null of what is open */
    private function __construct(public string $text, public array $at)
    {
    }

    /** Null for a text that is not understood. */
    public static function of(?Syntax $syntax, string $text): ?self
    {
        $at = match ($syntax) {
            Syntax::Json => self::json($text),
            Syntax::Yaml => self::yaml($text),
            Syntax::Toml, Syntax::Ini, Syntax::Properties => self::lines($text, $syntax),
            default => null,
        };

        return $at === null ? null : new self($text, $at);
    }

    /** Whether two values are written alike, whatever blanks stand between the items of a list in JSON. */
    public static function areAlike(?Syntax $syntax, ?string $a, ?string $b): bool
    {
        $bare = fn (string $value): string => (string) preg_replace('/("(?:[^"\\\\]++|\\\\.)*+")|\s++/', '$1', $value);

        return $a === $b || ($syntax === Syntax::Json && $a !== null && $b !== null && $bare($a) === $bare($b));
    }

    /** A value as it is written; a sign of what is open. Null where there is none. */
    public function value(string $pointer): ?string
    {
        $at = $this->at[$pointer] ?? null;

        return $at === null ? null : ($at[1] === null ? self::OPEN : substr($this->text, $at[0], $at[1]));
    }

    /**
     * The text with other values in some places, and not another byte changed.
     *
     * @param  array<string, string>  $values  pointer => how it is written
     */
    public function with(array $values): string
    {
        $places = array_intersect_key($this->at, $values);
        uasort($places, fn (array $a, array $b): int => $b[0] <=> $a[0]);
        $text = $this->text;
        foreach ($places as $pointer => [$from, $length]) {
            $text = $length === null ? $text : substr_replace($text, $values[$pointer], $from, $length);
        }

        return $text;
    }

    private static function escaped(string $key): string
    {
        return '/'.str_replace(['~', '/'], ['~0', '~1'], $key);
    }

    /**
     * RFC 8259; a list is one value.
     *
     * @return array<string, array{int, ?int}>|null
     */
    private static function json(string $text): ?array
    {
        $at = [];
        $end = self::jsonValue($text, self::past($text, 0), '', 0, $at);

        return $end === null || self::past($text, $end) !== strlen($text) ? null : $at;
    }

    private static function past(string $text, int $from): int
    {
        return $from + strspn($text, " \t\r\n", $from);
    }

    /**
     * @param  array<string, array{int, ?int}>  $at
     * @return int|null where it ends; null where it cannot be read
     */
    private static function jsonValue(string $text, int $from, string $pointer, int $depth, array &$at, bool $isInner = false): ?int
    {
        $first = $text[$from] ?? '';
        if ($first !== '{' && $first !== '[') {
            if (
                preg_match(
                    '/\G(?:"(?:[^"\\\\\x00-\x1f]++|\\\\(?:["\\\\\/bfnrt]|u[0-9A-Fa-f]{4}))*+"|-?(?:0'.
                    '|[1-9]\d*+)(?:\.\d++)?(?:[eE][+-]?\d++)?|true|false|null)(?![\w.+-])/',
                    $text,
                    $value,
                    0,
                    $from,
                ) !== 1
            ) {
                return null;
            }
            $isInner ?: ($at[$pointer] = [$from, strlen($value[0])]);

            return $from + strlen($value[0]);
        }
        if ($depth >= self::DEPTH) {
            return null;
        }
        $isObject = $first === '{';
        if ($isObject && ! $isInner) {
            $at[$pointer] = [$from, null];
        }
        $next = self::past($text, $from + 1);
        $close = $isObject ? '}' : ']';
        for ($count = 0; ($text[$next] ?? '') !== $close || $count > 0; $count++) {
            $key = '';
            if ($isObject) {
                if (preg_match('/\G"(?:[^"\\\\\x00-\x1f]++|\\\\(?:["\\\\\/bfnrt]|u[0-9A-Fa-f]{4}))*+"/', $text, $name, 0, $next) !== 1) {
                    return null;
                }
                $plain = json_decode($name[0]);
                $key = self::escaped(is_string($plain) ? $plain : $name[0]);
                $next = self::past($text, $next + strlen($name[0]));
                if (($text[$next] ?? '') !== ':' || (! $isInner && isset($at[$pointer.$key]))) {
                    return null;
                }
                $next = self::past($text, $next + 1);
            }
            $end = self::jsonValue($text, $next, $pointer.$key, $depth + 1, $at, $isInner || ! $isObject);
            if ($end === null) {
                return null;
            }
            $next = self::past($text, $end);
            if (($text[$next] ?? '') === $close) {
                break;
            }
            if (($text[$next] ?? '') !== ',') {
                return null;
            }
            $next = self::past($text, $next + 1);
        }
        if (! $isObject && ! $isInner) {
            $at[$pointer] = [$from, $next + 1 - $from];
        }

        return $next + 1;
    }

    /**
     * Block mappings whose values stand on the line of their key (YAML 1.2.2, 8.2.2). Sequences, texts over lines, anchors,
     * tags, flow over lines and several documents are not followed.
     *
     * @return array<string, array{int, ?int}>|null
     */
    private static function yaml(string $text): ?array
    {
        $at = ['' => [0, null]];
        /** @var list<array{int, string}> $open  indentation and pointer of the mappings that a line may belong to */
        $open = [];
        $opener = '';
        $from = 0;
        foreach (Lines::of($text) as $line) {
            [$start, $from] = [$from, $from + strlen($line)];
            $bare = rtrim($line, "\r\n");
            if (preg_match('/^[ \t]*(?:#.*)?$/D', $bare) === 1) {
                continue;
            }
            $value =
                '(?:"(?:[^"\\\\]|\\\\.)*+"|\'(?:[^\']|\'\')*+\'|\[[^\[\]{}"\'#]*\]|\{\}|[^\s"\'#\[\]{}&*!|>%@`,?:-](?:[^#:]|(?<=\S)#'.
                '|:(?=\S))*?|[-?:](?=\S)(?:[^#:]|(?<=\S)#|:(?=\S))*?)';
            if (
                preg_match(
                    '/^(?<indent> *)(?<key>"[^"\\\\]*"|\'[^\']*\'|[A-Za-z0-9_.\/+-][^\s:#"\'{}\[\],&*!|>]*(?: [^\s:#"\'{}\[\],&*!|>]+)*)[ '.
                    ']*:(?:[ ]+(?<value>'.
                        $value.
                        '))?(?<rest>[ \t]*(?:[ \t]#.*)?)$/Du',
                    $bare,
                    $part,
                    PREG_OFFSET_CAPTURE,
                ) !== 1 ||
                ($part['key'][0][0] === '-' && ! str_contains('0123456789', $part['key'][0][1] ?? ''))
            ) {
                return null;
            }
            $indent = strlen($part['indent'][0]);
            while ($open !== [] && $open[count($open) - 1][0] > $indent) {
                array_pop($open);
            }
            $last = $open === [] ? null : $open[count($open) - 1];
            if ($last === null || $last[0] < $indent) {
                // It begins what the line before it has opened.
                if ($last !== null && $opener === '') {
                    return null;
                }
                if ($last === null && count($at) > 1) {
                    return null;
                }
                $open[] = $last = [$indent, $last === null ? '' : $opener];
                if ($last[1] !== '') {
                    $at[$last[1]] = [$at[$last[1]][0], null];
                }
            }
            $pointer = $last[1].self::escaped(trim($part['key'][0], '"\''));
            if (isset($at[$pointer])) {
                return null;
            }
            $has = $part['value'][0] !== '';
            // A key without a value: whether that is null or opens something, the next line says.
            $at[$pointer] = $has ? [$start + $part['value'][1], strlen($part['value'][0])] : [$start + $part['rest'][1], 0];
            $opener = $has ? '' : $pointer;
        }

        return $at;
    }

    /**
     * Lines with a key and a value, below sections in brackets. A value that goes on over lines is not followed.
     *
     * @return array<string, array{int, ?int}>|null
     */
    private static function lines(string $text, Syntax $syntax): ?array
    {
        $at = ['' => [0, null]];
        [$section, $from] = ['', 0];
        $sign = $syntax === Syntax::Toml ? '=' : '[=:]';
        $comment = $syntax === Syntax::Properties ? '[#!]' : '[#;]';
        foreach (Lines::of($text) as $line) {
            [$start, $from] = [$from, $from + strlen($line)];
            $bare = rtrim($line, "\r\n");
            if (str_contains($bare, "\r") || preg_match('/^\s*(?:'.$comment.'.*)?$/D', $bare) === 1) {
                if (str_contains($bare, "\r")) {
                    return null;
                }

                continue;
            }
            if ($syntax !== Syntax::Properties && preg_match('/^\s*\[(?<name>[^\[\]"\']+)\]\s*(?:[#;].*)?$/D', $bare, $part) === 1) {
                $section = self::escaped(trim($part['name']));
                if (isset($at[$section])) {
                    return null;
                }
                $at[$section] = [$start, null];

                continue;
            }
            if (
                preg_match(
                    '/^\s*(?<key>[\w.+\/@$-][\w.+\/@$ -]*?)\s*'.$sign.'[ \t]*(?<value>.*?)[ \t]*$/Du',
                    $bare,
                    $part,
                    PREG_OFFSET_CAPTURE,
                ) !== 1
            ) {
                return null;
            }
            [$value, $offset] = $part['value'];
            // What may go on, in whichever of these: three quotes, an open bracket, a backslash at the end.
            $whole = [$value];
            if (
                str_ends_with($value, '\\') ||
                ($syntax === Syntax::Toml &&
                    preg_match(
                        '/^(?:"(?:[^"\\\\]|\\\\.)*+"|\'[^\']*\'|\[[^\[\]{}"\'#]*\]|[\w.:+-]+(?: [\w.:+-]+)?)(?=\s*(?:#.*)?$)/Du',
                        $value,
                        $whole,
                    ) !== 1)
            ) {
                return null;
            }
            $value = $syntax === Syntax::Toml ? $whole[0] : $value;
            $pointer = $section.self::escaped($part['key'][0]);
            if (isset($at[$pointer])) {
                return null;
            }
            $at[$pointer] = [$start + $offset, strlen($value)];
        }

        return $at;
    }
}
