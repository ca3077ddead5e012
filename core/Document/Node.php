<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use JsonException;
use stdClass;

/** A value in a JSON document that knows where it stands, so that whatever is wrong with it can say so. */
final readonly class Node
{
    private function __construct(private mixed $value, public string $pointer)
    {
    }

    /** @throws UnusableDocument */
    public static function ofJson(string $json): self
    {
        try {
            $value = json_decode($json, false, 64, JSON_THROW_ON_ERROR);
        } catch (JsonException $failure) {
            throw UnusableDocument::at('', 'it is not JSON ('.lcfirst($failure->getMessage()).').');
        }
        if (str_contains($json, '\u0000') || preg_match('/[eE]\+?\d{3}|\d{309}/', $json) === 1) {
            self::refuseUnstorable($value, '');
        }

        return new self($value, '');
    }

    /**
     * What JSON can say and no database or text file holds.
     *
     * @throws UnusableDocument for the character U+0000 in a text or a name, and for a number beyond all
     */
    private static function refuseUnstorable(mixed $value, string $pointer): void
    {
        if (is_string($value) && str_contains($value, "\0")) {
            throw UnusableDocument::at($pointer, 'the character U+0000 is in it, which no text can have.');
        }
        if (is_float($value) && ! is_finite($value)) {
            throw UnusableDocument::at($pointer, 'that number is larger than any that can be kept.');
        }
        foreach (is_array($value) || $value instanceof stdClass ? (array) $value : [] as $name => $inner) {
            self::refuseUnstorable((string) $name, $pointer);
            self::refuseUnstorable($inner, $pointer.'/'.self::escape((string) $name));
        }
    }

    /** A document that is decoded already. */
    public static function of(stdClass $document): self
    {
        return new self($document, '');
    }

    /**
     * The object that a JSON text holds.
     *
     * @throws UnusableDocument
     */
    public static function objectOf(string $json): stdClass
    {
        $node = self::ofJson($json);

        return $node->value instanceof stdClass ? $node->value : throw $node->wrong('an object is expected.');
    }

    public function wrong(string $reason): UnusableDocument
    {
        return UnusableDocument::at($this->pointer, $reason);
    }

    /**
     * What a reader makes of the object that this is.
     *
     * @template T
     *
     * @param  callable(stdClass): T  $read
     * @return T|null null when it is no object
     */
    public function asObject(callable $read): mixed
    {
        return $this->value instanceof stdClass ? $read($this->value) : null;
    }

    /** A field that has to be there. */
    public function field(string $name): self
    {
        return $this->optional($name) ?? throw $this->wrong("the field \"{$name}\" is missing.");
    }

    /** A field that may be absent or null. */
    public function optional(string $name): ?self
    {
        if (! ($this->value instanceof stdClass)) {
            throw $this->wrong('an object is expected.');
        }
        $value = $this->value->{$name} ?? null;

        return $value === null ? null : new self($value, $this->pointer.'/'.self::escape($name));
    }

    /** @return list<self> */
    public function items(): array
    {
        if (! is_array($this->value)) {
            throw $this->wrong('a list is expected.');
        }
        $items = [];
        foreach (array_values($this->value) as $i => $value) {
            $items[] = new self($value, $this->pointer.'/'.$i);
        }

        return $items;
    }

    /** @return list<self> the items of a list that may be absent */
    public function listed(string $name): array
    {
        return $this->optional($name)?->items() ?? [];
    }

    /** @return array<string, self> */
    public function entries(): array
    {
        if (! ($this->value instanceof stdClass)) {
            throw $this->wrong('an object is expected.');
        }
        $entries = [];
        foreach (get_object_vars($this->value) as $name => $value) {
            $entries[(string) $name] = new self($value, $this->pointer.'/'.self::escape((string) $name));
        }

        return $entries;
    }

    public function has(string $name): bool
    {
        return $this->value instanceof stdClass && isset($this->value->{$name});
    }

    public function isText(): bool
    {
        return is_string($this->value);
    }

    public function text(): string
    {
        return is_string($this->value) ? $this->value : throw $this->wrong('a text is expected.');
    }

    /** A text of one line, as a name is: nothing in it that would not be seen or turns the direction of what follows. */
    public function words(int $most = Limits::NAME): string
    {
        $text = $this->text();

        return match (true) {
            mb_strlen($text) > $most => throw $this->wrong("at most {$most} characters are expected."),
            ! Visible::isPlain($text) => throw $this->wrong(
                'a text of one line is expected, and there is something in it that would not be seen: '.Visible::text($text),
            ),
            default => $text,
        };
    }

    public function whole(): int
    {
        return is_int($this->value) ? $this->value : throw $this->wrong('a whole number is expected.');
    }

    public function number(): float
    {
        return is_int($this->value) || is_float($this->value) ? (float) $this->value : throw $this->wrong('a number is expected.');
    }

    public function flag(): bool
    {
        return is_bool($this->value) ? $this->value : throw $this->wrong('true or false is expected.');
    }

    /** A package id: [a-z0-9][a-z0-9._+-]* */
    public function id(): string
    {
        $text = $this->text();
        if (preg_match('/^[a-z0-9][a-z0-9._+-]*$/D', $text) !== 1) {
            throw $this->wrong("\"{$text}\" is not an id: lower-case letters, digits and . _ + - are allowed, a letter or digit first.");
        }

        return strlen($text) <= Limits::ID ? $text : throw $this->wrong('an id of at most '.Limits::ID.' characters is expected.');
    }

    /**
     * One of a closed set of words.
     *
     * @template T of \BackedEnum
     *
     * @param  class-string<T>  $enum  backed by strings
     * @return T
     */
    public function choice(string $enum): \BackedEnum
    {
        $words = array_map(fn (\BackedEnum $case): string => (string) $case->value, $enum::cases());

        return $enum::tryFrom($this->text()) ?? throw $this->wrong("\"{$this->text()}\" is not one of ".implode(', ', $words).'.');
    }

    /** @throws UnusableDocument unless the document says that it is of this format, in a revision that is known */
    public function expectFormat(string $format): void
    {
        $found = $this->field('format');
        if ($found->text() !== $format) {
            throw $found->wrong("\"{$format}\" is expected, \"{$found->text()}\" found.");
        }
        $revision = $this->field('revision');
        if ($revision->whole() !== 1) {
            throw $revision->wrong("revision 1 is expected, {$revision->whole()} found.");
        }
    }

    private static function escape(string $name): string
    {
        return str_replace(['~', '/'], ['~0', '~1'], $name);
    }
}
