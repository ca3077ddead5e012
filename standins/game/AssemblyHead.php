<?php

declare(strict_types=1);

namespace Standins\Game;

use Closure;

/** What an assembly declares and what it refers to: ECMA-335, partition II, sections 22 to 25. */
final readonly class AssemblyHead
{
    /** Bytes of a row of each table that may be there, where no table and no heap has more than 65,535. */
    private const ROWS = [
        0x00 => 10,
        0x01 => 6,
        0x02 => 14,
        0x04 => 6,
        0x06 => 14,
        0x08 => 6,
        0x0A => 6,
        0x0C => 6,
        0x20 => 22,
        0x23 => 20,
    ];

    /**
     * @param  int  $framework  the number that the framework's version begins with
     * @param  array<string, list<string>>  $types  type => its methods
     * @param  array<string, string>  $references  assembly => version
     * @param  list<array{string, string, string}>  $calls  assembly, type and method, or no method
     */
    private function __construct(
        public string $name,
        public string $version,
        public int $framework,
        public array $types,
        public array $references,
        public array $calls,
    ) {
    }

    /** @return self|null null for what is not an assembly */
    public static function of(string $bytes): ?self
    {
        $pe = self::number($bytes, 60, 4);
        if (! str_starts_with($bytes, 'MZ') || substr($bytes, $pe, 4) !== "PE\0\0") {
            return null;
        }
        $root = self::rootOf($bytes, $pe);
        if ($root === null) {
            return null;
        }
        $streams = self::streams($bytes, $root);
        $tables = self::tables($streams['#~'] ?? '');
        if ($tables === null || ! isset($tables[0x20][0])) {
            return null;
        }
        $text = fn (string $row, int $at): string => self::text($streams['#Strings'] ?? '', self::number($row, $at, 2));
        $typed = fn (string $row, int $at): string => ltrim($text($row, $at + 2).'.'.$text($row, $at), '.');
        $part = fn (string $row, int $at): int => self::number($row, $at, 2);
        $numbers = fn (string $row, int $at): string => implode('.', array_map($part, array_fill(0, 4, $row), range($at, $at + 6, 2)));
        $references = $names = [];
        foreach ($tables[0x23] ?? [] as $i => $row) {
            $names[$i + 1] = $text($row, 14);
            $references[$names[$i + 1]] = $numbers($row, 0);
        }
        $types = self::types($tables, $text, $typed);
        $calls = $outside = [];
        foreach ($tables[0x01] ?? [] as $i => $row) {
            $outside[$i + 1] = [$names[self::number($row, 0, 2) >> 2] ?? '', $typed($row, 2)];
            $calls[] = [...$outside[$i + 1], ''];
        }
        foreach ($tables[0x0A] ?? [] as $row) {
            $calls[] = [...$outside[self::number($row, 0, 2) >> 3] ?? ['', ''], $text($row, 2)];
        }
        preg_match('/\.NETCoreApp,Version=v(\d+)/', $streams['#Blob'] ?? '', $framework);

        return new self(
            $text($tables[0x20][0], 18),
            $numbers($tables[0x20][0], 4),
            (int) ($framework[1] ?? 0),
            ...[$types, $references, $calls],
        );
    }

    /**
     * @param  array<int, list<string>>  $tables
     * @param  Closure(string, int): string  $text
     * @param  Closure(string, int): string  $typed
     * @return array<string, list<string>> methods by type
     */
    private static function types(array $tables, Closure $text, Closure $typed): array
    {
        $types = [];
        foreach ($tables[0x02] ?? [] as $i => $row) {
            $from = self::number($row, 12, 2) - 1;
            $to = isset($tables[0x02][$i + 1]) ? self::number($tables[0x02][$i + 1], 12, 2) - 1 : count($tables[0x06] ?? []);
            $types[$typed($row, 4)] = array_map(
                fn (string $method): string => $text($method, 8),
                array_slice($tables[0x06] ?? [], $from, max(0, $to - $from)),
            );
        }

        return $types;
    }

    /** Where its tables begin; null for what has none. */
    private static function rootOf(string $bytes, int $pe): ?int
    {
        $section = $pe + 24 + self::number($bytes, $pe + 20, 2);
        $loaded = self::number($bytes, $section + 12, 4);
        $inFile = self::number($bytes, $section + 20, 4);
        $cli = self::number($bytes, $pe + 24 + 96 + 14 * 8, 4) - $loaded + $inFile;
        $root = self::number($bytes, $cli + 8, 4) - $loaded + $inFile;
        if ($cli < 0 || $root < 0 || self::number($bytes, $root, 4) !== 0x424A5342) {
            return null;
        }

        return $root;
    }

    /** @return array<string, string> */
    private static function streams(string $bytes, int $root): array
    {
        $at = $root + 16 + self::number($bytes, $root + 12, 4);
        $count = self::number($bytes, $at + 2, 2);
        $at += 4;
        $streams = [];
        for ($i = 0; $i < $count && $i < 16; $i++) {
            $name = self::text($bytes, $at + 8);
            $streams[$name] = substr($bytes, $root + self::number($bytes, $at, 4), self::number($bytes, $at + 4, 4));
            $at += 8 + 4 * intdiv(strlen($name) + 4, 4);
        }

        return $streams;
    }

    /** @return array<int, list<string>>|null table => rows; null where there is a table that mods for this game do not have */
    private static function tables(string $stream): ?array
    {
        $valid = self::number($stream, 8, 4) | (self::number($stream, 12, 4) << 32);
        $at = 24;
        $counts = [];
        for ($table = 0; $table < 64; $table++) {
            if ((($valid >> $table) & 1) === 1) {
                if (! isset(self::ROWS[$table])) {
                    return null;
                }
                $counts[$table] = self::number($stream, $at, 4);
                $at += 4;
            }
        }
        $tables = [];
        foreach ($counts as $table => $count) {
            $tables[$table] = $count === 0 ? [] : str_split(substr($stream, $at, $count * self::ROWS[$table]), self::ROWS[$table]);
            $at += $count * self::ROWS[$table];
        }

        return $tables;
    }

    private static function number(string $bytes, int $at, int $size): int
    {
        $part = $at < 0 ? '' : substr($bytes, $at, $size);

        return strlen($part) < $size ? 0 : (int) (unpack($size === 2 ? 'v' : 'V', $part) ?: [1 => 0])[1];
    }

    private static function text(string $bytes, int $at): string
    {
        $end = $at < strlen($bytes) ? strpos($bytes, "\0", $at) : false;

        return $end === false ? '' : substr($bytes, $at, $end - $at);
    }
}
