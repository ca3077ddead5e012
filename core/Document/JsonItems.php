<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use Generator;
use Iterator;

/**
 * Goes through the items of one list in a JSON document as it comes, so that a list of any length takes the memory of one
 * item: {"a": 1, "list": [{…}, {…}], "b": 2}. Source of the grammar: RFC 8259.
 */
final class JsonItems
{
    private const SPACE = " \t\r\n";

    /** An object or a list to its end, where all of it is there; whether it is one is for the decoder to say. */
    private const WHOLE = '/\G([{[](?:[^{}[\]"]++|"(?:[^"\\\\]++|\\\\.)*+"|(?1))*+[}\]])/s';

    private string $buffer = '';

    private int $at = 0;

    /** Bytes of the document before those that are kept. */
    private int $passed = 0;

    /** Where in the document the item begins that was given last, in bytes. */
    public int $begins = 0;

    /** @var array<string, mixed> */
    private array $fields = [];

    /**
     * @param  Iterator<mixed, string>  $portions  of the document
     * @param  string  $list  the field of the document's object that is the list
     * @param  int  $longest  bytes that one item may have
     */
    public function __construct(private readonly Iterator $portions, private readonly string $list, private readonly int $longest = 100_000)
    {
    }

    /** @return array<string, mixed> what the document has beside the list; whole once its items are through */
    public function fields(): array
    {
        return $this->fields;
    }

    /**
     * @return Generator<int, mixed> the items
     *
     * @throws UnusableDocument
     */
    public function items(): Generator
    {
        foreach ($this->texts() as $number => $text) {
            yield $number => self::read($text, "/{$this->list}/{$number}");
        }
    }

    /**
     * @return Generator<int, string> the same, each as it is written
     *
     * @throws UnusableDocument
     */
    public function texts(): Generator
    {
        $isThere = false;
        $this->expect('{');
        for ($first = true; $this->sign() !== '}'; $first = false) {
            $first || $this->expect(',');
            $name = $this->decoded('');
            if (! is_string($name)) {
                throw UnusableDocument::at('', 'the name of a field is expected.');
            }
            $this->expect(':');
            if ($name === $this->list && $this->sign() === '[') {
                $isThere = $isThere ? throw UnusableDocument::at('/'.$name, 'it is there twice.') : true;
                yield from $this->listed();
            } else {
                $this->fields[$name] = $this->decoded('/'.$name);
            }
        }
        $this->at++;
        if ($this->sign(true) !== '') {
            throw UnusableDocument::at('', 'something follows after its end.');
        }
    }

    /** @return Generator<int, string> */
    private function listed(): Generator
    {
        $this->expect('[');
        for ($number = 0; $this->sign() !== ']'; $number++) {
            $number === 0 || $this->expect(',');
            $this->sign();
            $text = $this->text("/{$this->list}/{$number}");
            $this->begins = $this->passed + $this->at - strlen($text);
            yield $number => $text;
        }
        $this->at++;
    }

    /** The next value. */
    private function decoded(string $pointer): mixed
    {
        $this->sign();

        return self::read($this->text($pointer), $pointer);
    }

    private static function read(string $text, string $pointer): mixed
    {
        $value = json_decode($text, false, 64);
        if ($value === null && $text !== 'null') {
            throw UnusableDocument::at($pointer, 'it is not JSON.');
        }

        return $value;
    }

    /** The text of the value that begins here. */
    private function text(string $pointer): string
    {
        return preg_match(self::WHOLE, $this->buffer, $found, 0, $this->at) === 1 ? $this->taken($found[0]) : $this->value($pointer);
    }

    private function taken(string $text): string
    {
        $this->at += strlen($text);

        return $text;
    }

    /** The same sign by sign, taking in what is not there yet. */
    private function value(string $pointer): string
    {
        $depth = 0;
        $inText = false;
        for ($length = 0; ; $length++) {
            $length += match (true) {
                $inText => strcspn($this->buffer, '"\\', $this->at + $length),
                $depth > 0 => strcspn($this->buffer, '"{}[]', $this->at + $length),
                default => 0,
            };
            $sign = $this->signBehind($length, $pointer);
            if ($sign === '') {
                // What is a number or a word may end with the document.
                break;
            }
            if ($inText) {
                $inText = $sign !== '"';
                $length += $sign === '\\' ? 1 : 0;
            } elseif ($depth === 0 && $length > 0 && strpbrk($sign, ',:}]'.self::SPACE) !== false) {
                break;
            } else {
                $inText = $sign === '"';
                $depth += match ($sign) {
                    '{', '[' => 1, '}', ']' => -1, default => 0
                };
            }
            if ($depth === 0 && ! $inText && strpbrk($sign, '"}]') !== false) {
                $length++;
                break;
            }
        }
        $text = substr($this->buffer, $this->at, $length);
        $this->at += $length;

        return $text;
    }

    /** The sign so many bytes behind this place; nothing where the document ends. */
    private function signBehind(int $length, string $pointer): string
    {
        while ($this->at + $length >= strlen($this->buffer)) {
            if ($length > $this->longest) {
                throw UnusableDocument::at($pointer, 'it is longer than '.number_format($this->longest).' bytes.');
            }
            if (! $this->more()) {
                return '';
            }
        }

        return $this->buffer[$this->at + $length];
    }

    /** The next sign that is no white space. */
    private function sign(bool $mayEnd = false): string
    {
        while (true) {
            $this->at += strspn($this->buffer, self::SPACE, $this->at);
            if ($this->at < strlen($this->buffer)) {
                return $this->buffer[$this->at];
            }
            if (! $this->more()) {
                return $mayEnd ? '' : throw UnusableDocument::at('', 'it breaks off.');
            }
        }
    }

    private function expect(string $sign): void
    {
        if ($this->sign() !== $sign) {
            throw UnusableDocument::at('', "\"{$sign}\" is expected.");
        }
        $this->at++;
    }

    /** Takes the next portion in behind what is not read yet. */
    private function more(): bool
    {
        if (! $this->portions->valid()) {
            return false;
        }
        $this->passed += $this->at;
        $this->buffer = substr($this->buffer, $this->at).$this->portions->current();
        $this->at = 0;
        $this->portions->next();

        return true;
    }
}
