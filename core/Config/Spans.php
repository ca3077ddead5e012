<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * Where the values of a text stand in it, by JSON Pointer (RFC 6901). Whatever is written in a way that this does not know, or
 * has one key twice, has no spans at all: it is a text, and its lines are what can be told apart.
 */
final readonly class Spans
{
    /** Stands for what has values in it: an object, a section. */
    public const OPEN = '{';

    /** @param  array<string, array{int, ?int}>  $at  pointer => first byte, and how many; null of what is open */
    private function __construct(public string $text, public array $at)
    {
    }

    /** Null for a text that is not understood. */
    public static function of(?ConfigSyntax $syntax, string $text): ?self
    {
        $at = match ($syntax) {
            ConfigSyntax::Json => JsonSpans::of($text),
            ConfigSyntax::Yaml => YamlSpans::of($text),
            ConfigSyntax::Toml, ConfigSyntax::Ini, ConfigSyntax::Properties => LineSpans::of($text, $syntax),
            default => null,
        };

        return $at === null ? null : new self($text, $at);
    }

    /** Whether two values are written alike, whatever blanks stand between the items of a list in JSON. */
    public static function areAlike(?ConfigSyntax $syntax, ?string $a, ?string $b): bool
    {
        $bare = fn (string $value): string => (string) preg_replace('/("(?:[^"\\\\]++|\\\\.)*+")|\s++/', '$1', $value);

        return $a === $b || ($syntax === ConfigSyntax::Json && $a !== null && $b !== null && $bare($a) === $bare($b));
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

    /** A key as a part of a pointer. */
    public static function part(string $key): string
    {
        return '/'.str_replace(['~', '/'], ['~0', '~1'], $key);
    }
}
