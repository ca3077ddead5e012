<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** Reads TOML. Source: the TOML specification, version 1.0.0; dates and times stay texts. */
final class Toml
{
    private const DEPTH = 32;

    private int $at = 0;

    private readonly TomlTable $root;

    /** The table that is being filled. */
    private TomlTable $table;

    private function __construct(private readonly string $text)
    {
        $this->root = $this->table = new TomlTable();
    }

    /**
     * @return array<mixed>
     *
     * @throws UnreadableToml with the line
     */
    public static function read(string $text): array
    {
        $toml = new self(str_replace("\r\n", "\n", $text));
        if (preg_match('/[\x00-\x08\x0b-\x1f\x7f]/', $toml->text, $odd, PREG_OFFSET_CAPTURE) === 1) {
            $toml->at = $odd[0][1];
            throw $toml->wrong('it has a character that cannot be seen.');
        }
        $toml->document();

        return $toml->root->values();
    }

    private function wrong(string $what): UnreadableToml
    {
        return new UnreadableToml(new Wrong(substr_count($this->text, "\n", 0, min($this->at, strlen($this->text))) + 1, $what));
    }

    private function take(string $pattern): ?string
    {
        // By bytes: whether they are UTF-8 was asked before, and would be asked of all of it each time.
        if (preg_match("~\\G{$pattern}~", $this->text, $part, 0, $this->at) !== 1) {
            return null;
        }
        $this->at += strlen($part[0]);

        return $part[1] ?? $part[0];
    }

    private function blanks(bool $overLines = false): void
    {
        $this->take($overLines ? '(?:[ \t\n]++|\#[^\n]*+)*+' : '[ \t]*');
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
                $this->put($this->table, $keys, $this->value(0));
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
            $keys[] =
                $this->take('([A-Za-z0-9_-]+)') ??
                (in_array($this->text[$this->at] ?? '', ['"', "'"], true) ? $this->quoted() : throw $this->wrong('a key is expected.'));
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
        $last = array_pop($keys);
        $table = $this->root;
        foreach ($keys as $key) {
            $table = $table->past($key) ?? throw $this->wrong("{$key} is there already, and is no table.");
        }
        $this->table = $isOfMany
            ? $table->append($last) ?? throw $this->wrong("{$last} is there already, and is no list of tables.")
            : $table->begin($last) ?? throw $this->wrong("{$last} is there already.");
    }

    /** @param  non-empty-list<string>  $keys */
    private function put(TomlTable $in, array $keys, mixed $value): void
    {
        $last = array_pop($keys);
        foreach ($keys as $key) {
            $in = $in->along($key) ?? throw $this->wrong("{$key} is there already, and nothing can be put into it here.");
        }
        $in->set($last, $value) || throw $this->wrong("{$last} is there already.");
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
        $word =
            $this->take(
                '(\d{4}-\d\d-\d\d(?:[Tt ]\d\d:\d\d:\d\d(?:\.\d+)?(?:[Zz]|[+-]\d\d:\d\d)?)?|\d\d:\d\d:\d\d(?:\.\d+)?|[+-]?(?:inf|nan)'.
                '|[A-Za-z]+|0x[0-9A-Fa-f](?:_?[0-9A-Fa-f])*|0o[0-7](?:_?[0-7])*|0b[01](?:_?[01])*|[+-]?(?:0'.
                '|[1-9](?:_?[0-9])*)(?:\.[0-9](?:_?[0-9])*)?(?:[eE][+-]?[0-9](?:_?[0-9])*)?)',
            ) ?? throw $this->wrong('a value is expected.');
        $plain = str_replace('_', '', $word);

        return match (true) {
            preg_match('/^\d{4}-|^\d\d:/', $word) === 1 => self::isMoment($word)
                ? $word
                : throw $this->wrong("{$word} is no day or time that there is."),
            $word === 'true' => true,
            $word === 'false' => false,
            preg_match('/^0[xob]/', $plain) === 1 => intval(substr($plain, 2), ['x' => 16, 'o' => 8, 'b' => 2][$plain[1]]),
            preg_match('/^[+-]?\d+$/D', $plain) === 1 => (int) $plain,
            is_numeric($plain) => (float) $plain,
            preg_match('/^[A-Za-z]+$/D', $word) === 1 && ! in_array($word, ['inf', 'nan'], true) => throw $this->wrong(
                "\"{$word}\" is no value.",
            ),
            default => $word,
        };
    }

    /** Whether a day and time, either of which may be missing, can be: RFC 3339, section 5.7. */
    private static function isMoment(string $word): bool
    {
        preg_match(
            '/^(?:(?<year>\d{4})-(?<month>\d\d)-(?<day>\d\d))?[Tt ]?(?:(?<hour>\d\d):(?<minute>\d\d):(?<second>\d\d))?[.\d]*(?:[+-](?<ahea'.
            'd>\d\d):(?<past>\d\d))?/',
            $word,
            $part,
        );
        $of = fn (string $name): int => (int) ($part[$name] ?? 0);

        return (($part['year'] ?? '') === '' || checkdate($of('month'), $of('day'), $of('year'))) &&
            $of('hour') < 24 &&
            $of('minute') < 60 &&
            $of('second') <= 60 &&
            $of('ahead') < 24 &&
            $of('past') < 60;
    }

    private function quoted(): string
    {
        $text = $this->take('"""\n?((?:[^"\\\\]++|\\\\[\s\S]|"(?!""))*+"{0,2})"""');
        if ($text !== null) {
            return $this->unescaped($text);
        }
        $text = $this->take("'''\n?((?:[^']++|'(?!''))*+'{0,2})'''(?!')");
        if ($text !== null) {
            return $text;
        }
        $text = $this->take('"((?:[^"\\\\\n]++|\\\\.)*+)"');
        if ($text !== null) {
            return $this->unescaped($text);
        }

        return $this->take("'([^'\n]*)'") ?? throw $this->wrong('a text that ends is expected.');
    }

    private function unescaped(string $text): string
    {
        return (string) preg_replace_callback(
            '/\\\\(?:u([0-9A-Fa-f]{4})|U([0-9A-Fa-f]{8})|[ \t]*\n\s*|(.))/su',
            function (array $part): string {
                if (! isset($part[1])) {
                    // The end of a line that goes on in the next one.
                    return '';
                }
                $code = $part[1] !== '' ? $part[1] : $part[2];
                if ($code !== '') {
                    return mb_chr((int) hexdec($code), 'UTF-8') ?: throw $this->wrong("\\u{$code} is no character.");
                }

                return ['b' => "\x08", 't' => "\t", 'n' => "\n", 'f' => "\f", 'r' => "\r", '"' => '"', '\\' => '\\'][$part[3] ?? ''] ??
                    throw $this->wrong('it has an escape that there is not.');
            },
            $text,
        );
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
        $table = new TomlTable();
        for ($isFirst = true, $this->blanks(); $this->take('\}') === null; $isFirst = false, $this->blanks()) {
            if (! $isFirst && $this->take(',') === null) {
                throw $this->wrong('a comma or "}" is expected.');
            }
            $keys = $this->keys();
            $this->take('=[ \t]*') ?? throw $this->wrong('"=" is expected.');
            $this->put($table, $keys, $this->value($depth + 1));
        }

        return $table->values();
    }
}
