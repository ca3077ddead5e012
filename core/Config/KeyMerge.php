<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

use stdClass;

/**
 * What two people made of one document, key by key: what only one of them changed, added or took away is taken; a list
 * is one value. Where both changed a value otherwise, it is contested.
 */
final class KeyMerge
{
    private mixed $document = null;

    /** @var list<array{string, string, string}> JSON Pointer (RFC 6901), mine, theirs */
    private array $contested = [];

    private function __construct(private readonly Syntax $syntax)
    {
    }

    /** The document, with mine where it is contested; null where one of the texts is no object. */
    public static function of(Syntax $syntax, ?string $was, string $mine, string $theirs): ?self
    {
        $documents = array_map(fn (?string $text): ?stdClass => $text === null ? new stdClass : $syntax->read($text), [$was, $mine, $theirs]);
        if (in_array(null, $documents, true)) {
            return null;
        }
        $merge = new self($syntax);
        $merge->document = $merge->merged('', ...$documents);

        return $merge;
    }

    public function text(): string
    {
        return $this->document instanceof stdClass ? $this->syntax->write($this->document) : '';
    }

    /** Whether a text says the same. */
    public function is(string $text): bool
    {
        $document = $this->syntax->read($text);

        return $document !== null && self::said($document) === self::said($this->document);
    }

    /** @return list<array{string, string, string}> JSON Pointer, mine, theirs; a value that was taken away is nothing */
    public function contested(): array
    {
        return $this->contested;
    }

    private function merged(string $pointer, mixed $was, mixed $mine, mixed $theirs): mixed
    {
        if ($mine instanceof stdClass && $theirs instanceof stdClass) {
            $document = new stdClass;
            $of = fn (mixed $value, string $name): mixed => $value instanceof stdClass && property_exists($value, $name) ? $value->{$name} : Missing::Value;
            foreach (array_keys(get_object_vars($mine) + get_object_vars($theirs)) as $name) {
                $name = (string) $name;
                $value = $this->merged($pointer.'/'.str_replace(['~', '/'], ['~0', '~1'], $name), $of($was, $name), $of($mine, $name), $of($theirs, $name));
                if ($value !== Missing::Value) {
                    $document->{$name} = $value;
                }
            }

            return $document;
        }
        if (self::same($was, $mine) || self::same($mine, $theirs)) {
            return $theirs;
        }
        if (! self::same($was, $theirs)) {
            $this->contested[] = [$pointer, self::said($mine), self::said($theirs)];
        }

        return $mine;
    }

    private static function same(mixed $a, mixed $b): bool
    {
        return $a === Missing::Value || $b === Missing::Value ? $a === $b : self::said($a) === self::said($b);
    }

    private static function said(mixed $value): string
    {
        return $value === Missing::Value ? '' : (string) json_encode($value, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }
}
