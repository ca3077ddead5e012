<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** Where the values of a JSON text (RFC 8259) stand; a list is one value. */
final class JsonSpans
{
    /** Levels that are followed. */
    private const DEPTH = 64;

    private const TEXT = '"(?:[^"\\\\\x00-\x1f]++|\\\\(?:["\\\\\/bfnrt]|u[0-9A-Fa-f]{4}))*+"';

    private const NUMBER = '-?(?:0|[1-9]\d*+)(?:\.\d++)?(?:[eE][+-]?\d++)?';

    /** @var array<string, array{int, ?int}> pointer => first byte, and how many */
    private array $at = [];

    private function __construct(private readonly string $text)
    {
    }

    /** @return array<string, array{int, ?int}>|null null where it cannot be read, or has a key twice */
    public static function of(string $text): ?array
    {
        $self = new self($text);
        $end = $self->value($self->past(0), '', 0, false);

        return $end === null || $self->past($end) !== strlen($text) ? null : $self->at;
    }

    private function past(int $from): int
    {
        return $from + strspn($this->text, " \t\r\n", $from);
    }

    private function is(int $at, string $sign): bool
    {
        return ($this->text[$at] ?? '') === $sign;
    }

    /**
     * @param  bool  $isInner  whether it lies in a list
     * @return int|null where it ends; null where it cannot be read
     */
    private function value(int $from, string $pointer, int $depth, bool $isInner): ?int
    {
        $isObject = $this->is($from, '{');
        if (! $isObject && ! $this->is($from, '[')) {
            return $this->plain($from, $pointer, $isInner);
        }
        if ($depth >= self::DEPTH) {
            return null;
        }
        if ($isObject && ! $isInner) {
            $this->at[$pointer] = [$from, null];
        }
        $end = $this->members($from, $pointer, $depth, $isObject, $isInner);
        if ($end !== null && ! $isObject && ! $isInner) {
            $this->at[$pointer] = [$from, $end - $from];
        }

        return $end;
    }

    private function plain(int $from, string $pointer, bool $isInner): ?int
    {
        if (preg_match('/\G(?:'.self::TEXT.'|'.self::NUMBER.'|true|false|null)(?![\w.+-])/', $this->text, $value, 0, $from) !== 1) {
            return null;
        }
        $isInner ?: ($this->at[$pointer] = [$from, strlen($value[0])]);

        return $from + strlen($value[0]);
    }

    /** @return int|null behind the bracket that ends them */
    private function members(int $from, string $pointer, int $depth, bool $isObject, bool $isInner): ?int
    {
        $close = $isObject ? '}' : ']';
        $next = $this->past($from + 1);
        if ($this->is($next, $close)) {
            return $next + 1;
        }
        while (true) {
            [$key, $next] = $isObject ? $this->key($next) : ['', $next];
            if ($next === null || ($isObject && ! $isInner && isset($this->at[$pointer.$key]))) {
                return null;
            }
            $end = $this->value($next, $pointer.$key, $depth + 1, $isInner || ! $isObject);
            $next = $end === null ? null : $this->past($end);
            if ($next === null || $this->is($next, $close)) {
                return $next === null ? null : $next + 1;
            }
            if (! $this->is($next, ',')) {
                return null;
            }
            $next = $this->past($next + 1);
        }
    }

    /** @return array{string, ?int} a part of a pointer, and where its value begins; null where there is no key */
    private function key(int $from): array
    {
        if (preg_match('/\G'.self::TEXT.'/', $this->text, $name, 0, $from) !== 1) {
            return ['', null];
        }
        $colon = $this->past($from + strlen($name[0]));
        $plain = json_decode($name[0]);

        return [Spans::part(is_string($plain) ? $plain : $name[0]), $this->is($colon, ':') ? $this->past($colon + 1) : null];
    }
}
