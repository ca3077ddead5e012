<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * One setting of a config, by a key with dots between its levels: "graphics.shadows". Nothing of the text changes but its value, or
 * the line that it comes with.
 */
final readonly class Setting
{
    /** What JSON and TOML write without quotes. */
    private const BARE = '/^(?:true|false|-?(?:0|[1-9]\d*)(?:\.\d+)?(?:[eE][+-]?\d+)?)$/D';

    private ConfigSyntax $syntax;

    /**
     * @param  string  $key  at most as deep as {@see Spans} follows
     *
     * @throws UnwritableSetting for a config that is written in a way that is not known
     */
    public function __construct(private string $path, private string $key)
    {
        $syntax = ConfigSyntax::ofPath($path);
        if ($syntax === null || $syntax === ConfigSyntax::Xml || $key === '' || preg_match('/[\x00-\x1f]/', $key) === 1) {
            throw UnwritableSetting::of($path, $key);
        }
        $this->syntax = $syntax;
    }

    /** Its value without quotes; null where the config does not say it, or cannot be read. */
    public function in(string $bytes): ?string
    {
        $spans = Spans::of($this->syntax, Encoded::read($this->syntax, $bytes)->text ?? '');
        $pointer = $spans === null ? null : $this->pointerIn($spans);
        $value = $spans === null || $pointer === null ? null : $spans->value($pointer);

        return $value === null ? null : $this->unquoted($value);
    }

    /**
     * The config with another value of it, in the encoding that it has.
     *
     * @param  string|null  $bytes  null for a config that is not there yet
     *
     * @throws UnwritableSetting where it is written in a way in which that cannot be said for certain
     */
    public function with(?string $bytes, string $value): string
    {
        $now = Encoded::read($this->syntax, $bytes ?? '');
        $text = $now === null || preg_match('/[\x00-\x1f]/', $value) === 1 ? null : $this->written($now->text, $value);
        $new = $now === null || $text === null || $this->syntax->wrong($text) !== null ? null : $now->with($text);
        if ($new === null || $this->in($new) !== $value) {
            throw UnwritableSetting::of($this->path, $this->key);
        }

        return $new;
    }

    private function written(string $text, string $value): ?string
    {
        if (trim($text) === '') {
            $text = $this->syntax === ConfigSyntax::Json ? "{\n}\n" : '';
        }
        $spans = Spans::of($this->syntax, $text);
        if ($spans === null) {
            return null;
        }
        $pointer = $this->pointerIn($spans);
        if ($pointer !== null) {
            return $spans->with([$pointer => $this->quoted($value, (string) $spans->value($pointer))]);
        }

        return match ($this->syntax) {
            ConfigSyntax::Json => $this->intoJson($spans, $value),
            ConfigSyntax::Yaml => $this->intoYaml($spans, $value),
            default => $this->intoLines($spans, $value),
        };
    }

    /** Where its value stands: under the key as a whole, level by level, or in a section of that name. */
    private function pointerIn(Spans $spans): ?string
    {
        $parts = explode('.', $this->key);
        $section = array_shift($parts);
        $ways = [
            Spans::part($this->key),
            Spans::part($section).implode('', array_map(Spans::part(...), $parts)),
            Spans::part($section).($parts === [] ? '' : Spans::part(implode('.', $parts))),
        ];
        foreach ($ways as $way) {
            if (isset($spans->at[$way]) && $spans->at[$way][1] !== null) {
                return $way;
            }
        }

        return null;
    }

    private function intoJson(Spans $spans, string $value): ?string
    {
        $parts = explode('.', $this->key);
        $within = '';
        while (count($parts) > 1 && isset($spans->at[$within.Spans::part($parts[0])])) {
            $within .= Spans::part(array_shift($parts));
        }
        [$from, $length] = $spans->at[$within] ?? [0, 1];
        if ($length !== null) {
            return null;
        }
        $member = $this->quoted($value, '');
        foreach (array_reverse($parts) as $i => $part) {
            $member = json_encode($part, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE).': '.
                ($i === 0 ? $member : "{ {$member} }");
        }
        $isEmpty = preg_match('/\G\{\s*\}/', $spans->text, offset: $from) === 1;
        $blank = preg_match('/\G\{(\r?\n[ \t]*)(?=")/', $spans->text, $found, 0, $from) === 1 ? $found[1] : "\n    ";

        return substr_replace($spans->text, $blank.$member.($isEmpty ? '' : ','), $from + 1, 0);
    }

    private function intoYaml(Spans $spans, string $value): ?string
    {
        $parts = explode('.', $this->key);
        if (isset($spans->at[Spans::part($parts[0])])) {
            return null;
        }
        $lines = '';
        foreach ($parts as $depth => $part) {
            $lines .= str_repeat('  ', $depth).$this->quoted($part, '').':'.($depth === count($parts) - 1 ? '' : "\n");
        }

        return self::ended($spans->text).$lines.' '.$this->quoted($value, '')."\n";
    }

    /** A line of its own: without a section before the first of them, in one behind its head, or with a section of its own at the end. */
    private function intoLines(Spans $spans, string $value): string
    {
        [$section, $key] = $this->syntax === ConfigSyntax::Properties || ! str_contains($this->key, '.')
            ? ['', $this->key]
            : explode('.', $this->key, 2);
        $line = "{$key}".($this->syntax === ConfigSyntax::Toml ? ' = ' : '=').$this->quoted($value, '')."\n";
        if ($section === '') {
            $first = preg_match('/^\s*\[/m', $spans->text, $found, PREG_OFFSET_CAPTURE) === 1 ? $found[0][1] : null;
            $first = $this->syntax === ConfigSyntax::Properties ? null : $first;

            return $first === null ? self::ended($spans->text).$line : substr_replace($spans->text, $line, $first, 0);
        }
        $at = $spans->at[Spans::part($section)] ?? null;
        if ($at === null) {
            return self::ended($spans->text)."[{$section}]\n{$line}";
        }
        $end = strpos($spans->text, "\n", $at[0]);

        return $end === false ? "{$spans->text}\n{$line}" : substr_replace($spans->text, $line, $end + 1, 0);
    }

    private static function ended(string $text): string
    {
        return $text === '' || str_ends_with($text, "\n") ? $text : "{$text}\n";
    }

    /** @param  string  $like  how a value stands there now */
    private function quoted(string $value, string $like): string
    {
        $isQuoted = str_starts_with($like, '"') || str_starts_with($like, "'");
        $bare = match ($this->syntax) {
            ConfigSyntax::Json, ConfigSyntax::Toml => self::BARE,
            ConfigSyntax::Yaml => '/^[A-Za-z0-9_.][A-Za-z0-9_.\/+ -]*(?<! )$/D',
            default => '//',
        };

        return match (true) {
            $this->syntax === ConfigSyntax::Properties => str_replace('\\', '\\\\', $value),
            $this->syntax === ConfigSyntax::Ini || (! $isQuoted && preg_match($bare, $value) === 1) => $value,
            default => json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE),
        };
    }

    private function unquoted(string $value): string
    {
        if ($this->syntax === ConfigSyntax::Properties) {
            return str_replace('\\\\', '\\', $value);
        }
        $read = str_starts_with($value, '"') ? json_decode($value) : null;

        return is_string($read) ? $read : (preg_match("/^'(.*)'$/sD", $value, $found) === 1 ? $found[1] : $value);
    }
}
