<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** Reads TOML. Source: the TOML specification, version 1.0.0; dates and times stay texts. */
final class Toml
{
    private const DEPTH = 32;

    private int $at = 0;

    /** @var array<mixed> */
    private array $root = [];

    /** @var list<string|int> keys that lead to the table that is being filled */
    private array $table = [];

    /** @var array<string, true> tables that have been begun by their header */
    private array $begun = [];

    private function __construct(private readonly string $text)
    {
    }

    /**
     * @return array<mixed>
     *
     * @throws UnreadableToml with the line
     */
    public static function read(string $text): array
    {
        $toml = new self(str_replace("\r\n", "\n", $text));
        $toml->document();

        return $toml->root;
    }

    private function wrong(string $what): UnreadableToml
    {
        return new UnreadableToml(new Wrong(substr_count($this->text, "\n", 0, min($this->at, strlen($this->text))) + 1, $what));
    }

    private function take(string $pattern): ?string
    {
        if (preg_match("~\\G{$pattern}~u", $this->text, $part, 0, $this->at) !== 1) {
            return null;
        }
        $this->at += strlen($part[0]);

        return $part[1] ?? $part[0];
    }

    private function blanks(bool $overLines = false): void
    {
        $this->take($overLines ? '(?:[ \t\n]|\#[^\n]*)*' : '[ \t]*');
    }

    private function document(): void
    {
        for ($this->blanks(true); $this->at < strlen($this->text); $this->blanks(true)) {
            if ($this->take('\[\[') !== null) {
                $this->begin($this->keys(), true);
                $this->take('[ \t]*\]\]') ?? throw $this->wrong('"]]" is expected.');
            } elseif ($this->take('\[') !== null) {
                $this->begin($this->keys(), false);
                $this->take('[ \t]*\]') ?? throw $this->wrong('"]" is expected.');
            } else {
                $keys = $this->keys();
                $this->take('[ \t]*=[ \t]*') ?? throw $this->wrong('"=" is expected.');
                $this->root = $this->with($this->root, [...$this->table, ...$keys], $this->value(0));
            }
            $this->take('[ \t]*(?:\#[^\n]*)?(?:\n|$)') ?? throw $this->wrong('the end of the line is expected.');
        }
    }

    /** @return non-empty-list<string> */
    private function keys(): array
    {
        $keys = [];
        do {
            $this->blanks();
            $keys[] = $this->take('([A-Za-z0-9_-]+)') ?? (in_array($this->text[$this->at] ?? '', ['"', "'"], true) ? $this->quoted() : throw $this->wrong('a key is expected.'));
            $this->blanks();
        } while ($this->take('\.') !== null);
        if (count($keys) > self::DEPTH) {
            throw $this->wrong('it is nested too deep.');
        }

        return $keys;
    }

    /** @param  non-empty-list<string>  $keys */
    private function begin(array $keys, bool $isOfMany): void
    {
        $path = [];
        $here = $this->root;
        foreach ($keys as $place => $key) {
            $path[] = $key;
            $here = is_array($here) ? $here[$key] ?? null : null;
            if ($place < count($keys) - 1 && is_array($here) && array_is_list($here) && $here !== []) {
                $path[] = count($here) - 1;
                $here = $here[count($here) - 1];
            }
        }
        if ($isOfMany) {
            if ($here !== null && (! is_array($here) || ! array_is_list($here))) {
                throw $this->wrong("{$key} is there already, and is no list of tables.");
            }
            $path[] = is_array($here) ? count($here) : 0;
            $this->root = self::put($this->root, $path, []) ?? throw $this->wrong("{$key} is there already.");
        } else {
            $name = json_encode($path, JSON_INVALID_UTF8_SUBSTITUTE | JSON_THROW_ON_ERROR);
            if (isset($this->begun[$name]) || ($here !== null && ! is_array($here))) {
                throw $this->wrong("{$key} is there already.");
            }
            $this->begun[$name] = true;
            $this->root = $here === null ? (self::put($this->root, $path, []) ?? throw $this->wrong("{$key} is there already.")) : $this->root;
        }
        $this->table = $path;
    }

    /**
     * @param  array<mixed>  $in
     * @param  non-empty-list<string|int>  $path
     * @return array<mixed>
     */
    private function with(array $in, array $path, mixed $value): array
    {
        $here = $in;
        foreach ($path as $key) {
            $here = is_array($here) ? $here[$key] ?? null : null;
        }
        if ($here !== null) {
            throw $this->wrong('it is there already: '.implode('.', $path).'.');
        }

        return self::put($in, $path, $value) ?? throw $this->wrong('a value is there already where '.implode('.', $path).' should go.');
    }

    /**
     * @param  array<mixed>  $in
     * @param  list<string|int>  $path
     * @return array<mixed>|null null where a value is in the way
     */
    private static function put(array $in, array $path, mixed $value): ?array
    {
        $key = array_shift($path);
        if ($key === null) {
            return $in;
        }
        if ($path === []) {
            return [$key => $value] + $in === $in ? $in : array_replace($in, [$key => $value]);
        }
        $inner = $in[$key] ?? [];
        $inner = is_array($inner) ? self::put($inner, $path, $value) : null;

        return $inner === null ? null : array_replace($in, [$key => $inner]);
    }

    private function value(int $depth): mixed
    {
        if ($depth > self::DEPTH) {
            throw $this->wrong('it is nested too deep.');
        }
        $first = $this->text[$this->at] ?? '';
        if ($first === '"' || $first === "'") {
            return $this->quoted();
        }
        if ($first === '[') {
            return $this->list($depth);
        }
        if ($first === '{') {
            return $this->inline($depth);
        }
        $word = $this->take('(\d{4}-\d\d-\d\d(?:[Tt ]\d\d:\d\d:\d\d(?:\.\d+)?(?:[Zz]|[+-]\d\d:\d\d)?)?|\d\d:\d\d:\d\d(?:\.\d+)?|[+-]?(?:inf|nan)|[A-Za-z]+|0x[0-9A-Fa-f](?:_?[0-9A-Fa-f])*|0o[0-7](?:_?[0-7])*|0b[01](?:_?[01])*|[+-]?(?:0|[1-9](?:_?[0-9])*)(?:\.[0-9](?:_?[0-9])*)?(?:[eE][+-]?[0-9](?:_?[0-9])*)?)') ?? throw $this->wrong('a value is expected.');
        $plain = str_replace('_', '', $word);

        return match (true) {
            $word === 'true' => true,
            $word === 'false' => false,
            preg_match('/^0[xob]/', $plain) === 1 => intval($plain, 0),
            preg_match('/^[+-]?\d+$/D', $plain) === 1 => (int) $plain,
            is_numeric($plain) => (float) $plain,
            preg_match('/^[A-Za-z]+$/D', $word) === 1 && ! in_array($word, ['inf', 'nan'], true) => throw $this->wrong("\"{$word}\" is no value."),
            default => $word,
        };
    }

    private function quoted(): string
    {
        $text = $this->take('"""\n?((?:[^"\\\\]|\\\\[\s\S]|"(?!""))*"{0,2})"""');
        if ($text !== null) {
            return $this->unescaped((string) preg_replace('/\\\\[ \t]*\n\s*/', '', $text));
        }
        $text = $this->take("'''\n?([\\s\\S]*?'{0,2})'''(?!')");
        if ($text !== null) {
            return $text;
        }
        $text = $this->take('"((?:[^"\\\\\n]|\\\\.)*)"');
        if ($text !== null) {
            return $this->unescaped($text);
        }

        return $this->take("'([^'\n]*)'") ?? throw $this->wrong('a text that ends is expected.');
    }

    private function unescaped(string $text): string
    {
        return (string) preg_replace_callback('/\\\\(?:u([0-9A-Fa-f]{4})|U([0-9A-Fa-f]{8})|(.))/su', function (array $part): string {
            $code = $part[1] !== '' ? $part[1] : $part[2];
            if ($code !== '') {
                return mb_chr((int) hexdec($code), 'UTF-8') ?: throw $this->wrong("\\u{$code} is no character.");
            }

            return ['b' => "\x08", 't' => "\t", 'n' => "\n", 'f' => "\f", 'r' => "\r", '"' => '"', '\\' => '\\'][$part[3] ?? ''] ?? throw $this->wrong('it has an escape that there is not.');
        }, $text);
    }

    /** @return list<mixed> */
    private function list(int $depth): array
    {
        $this->at++;
        $items = [];
        for ($this->blanks(true); $this->take('\]') === null; $this->blanks(true)) {
            if ($items !== [] && $this->take(',') === null) {
                throw $this->wrong('a comma or "]" is expected.');
            }
            $this->blanks(true);
            if ($this->take('\]') !== null) {
                break;
            }
            $items[] = $this->value($depth + 1);
        }

        return $items;
    }

    /** @return array<mixed> */
    private function inline(int $depth): array
    {
        $this->at++;
        $table = [];
        for ($this->blanks(); $this->take('\}') === null; $this->blanks()) {
            if ($table !== [] && $this->take(',') === null) {
                throw $this->wrong('a comma or "}" is expected.');
            }
            $keys = $this->keys();
            $this->take('=[ \t]*') ?? throw $this->wrong('"=" is expected.');
            $table = $this->with($table, $keys, $this->value($depth + 1));
        }

        return $table;
    }
}
