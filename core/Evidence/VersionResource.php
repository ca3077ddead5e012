<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/**
 * The version that an executable says in its resources: VS_VERSIONINFO in the resource section of a Portable Executable
 * (the PE format's specification, "The .rsrc Section"; VS_VERSIONINFO and VS_FIXEDFILEINFO in the documentation of the
 * Windows API). Offsets that lead outside the file end the reading.
 */
final class VersionResource
{
    private const VERSION = 16;

    private const SIGNATURE = "\xBD\x04\xEF\xFE";

    /** Strings that are read at most. */
    private const STRINGS = 200;

    private function __construct(private readonly string $bytes)
    {
    }

    /** @return array{fileVersion: string, productVersion: string, strings: array<string, string>}|null null for what has none */
    public static function of(string $bytes): ?array
    {
        return (new self($bytes))->read();
    }

    /** @return array{fileVersion: string, productVersion: string, strings: array<string, string>}|null */
    private function read(): ?array
    {
        $info = $this->resource();
        $at = $info === null ? false : strpos($info, self::SIGNATURE);
        if ($info === null || $at === false || strlen($info) < $at + 24) {
            return null;
        }
        $part = new self($info);
        $words = fn (int $at): array => array_map(fn (int $word): int => $part->number(2, $at + $word) ?? 0, [2, 0, 6, 4]);
        $dotted = fn (int $at): string => implode('.', $words($at));

        return ['fileVersion' => $dotted($at + 8), 'productVersion' => $dotted($at + 16), 'strings' => $part->strings()];
    }

    /** The bytes of the first version resource. */
    private function resource(): ?string
    {
        $header = $this->number(4, 0x3C);
        if (! str_starts_with($this->bytes, 'MZ') || $header === null || substr($this->bytes, $header, 4) !== "PE\0\0") {
            return null;
        }
        $sections = $this->number(2, $header + 6) ?? 0;
        $first = $header + 24 + ($this->number(2, $header + 20) ?? 0);
        for ($section = 0; $section < min($sections, 96); $section++) {
            $row = $first + $section * 40;
            if (rtrim(substr($this->bytes, $row, 8), "\0") !== '.rsrc') {
                continue;
            }
            [$address, $start] = [$this->number(4, $row + 12) ?? 0, $this->number(4, $row + 20) ?? 0];
            // Type, name, language: a directory each.
            $at = $this->entry($start, $start, self::VERSION);
            $at = $at === null ? null : $this->entry($start, $at, null);
            $at = $at === null ? null : $this->entry($start, $at, null);
            $data = $at === null ? null : $this->number(4, $at);
            $size = $at === null ? null : $this->number(4, $at + 4);

            return $data === null || $size === null || $data < $address
                ? null
                : substr($this->bytes, $data - $address + $start, min($size, 1_000_000));
        }

        return null;
    }

    /** Where an entry of a directory leads: the one with an id, or the first. */
    private function entry(int $start, int $directory, ?int $id): ?int
    {
        $count = ($this->number(2, $directory + 12) ?? 0) + ($this->number(2, $directory + 14) ?? 0);
        for ($entry = 0; $entry < min($count, 1_000); $entry++) {
            $row = $directory + 16 + $entry * 8;
            $leads = $this->number(4, $row + 4);
            if ($leads !== null && ($id === null || $this->number(4, $row) === $id)) {
                return $start + ($leads & 0x7FFFFFFF);
            }
        }

        return null;
    }

    /** @return array<string, string> */
    private function strings(): array
    {
        $info = $this->bytes;
        $strings = [];
        // A String: its length, its value's length in characters, 1 for text, its key, and from the next four bytes on its value.
        $at = strpos($info, self::utf16('StringFileInfo'));
        $at = $at === false ? strlen($info) : $at + 30;
        $at = ($at + 3) & ~3;
        // The table's own head: three numbers and eight characters that name its language.
        $at = ($at + 6 + 18 + 3) & ~3;
        while (count($strings) < self::STRINGS && $at + 6 < strlen($info)) {
            [$length, $characters] = [$this->number(2, $at) ?? 0, $this->number(2, $at + 2) ?? 0];
            if ($length < 8 || $at + $length > strlen($info) || $this->number(2, $at + 4) !== 1) {
                break;
            }
            $text = substr($info, $at + 6, $length - 6);
            $end = self::terminator($text);
            $value = ((6 + $end + 2 + 3) & ~3) - 6;
            $strings[self::utf8(substr($text, 0, $end))] = rtrim(self::utf8(substr($text, $value, 2 * $characters)), "\0");
            $at = ($at + $length + 3) & ~3;
        }

        return $strings;
    }

    private static function terminator(string $text): int
    {
        for ($at = 0; $at + 1 < strlen($text); $at += 2) {
            if ($text[$at] === "\0" && $text[$at + 1] === "\0") {
                return $at;
            }
        }

        return strlen($text) & ~1;
    }

    private static function utf16(string $text): string
    {
        return mb_convert_encoding($text, 'UTF-16LE', 'UTF-8');
    }

    private static function utf8(string $text): string
    {
        return mb_scrub(mb_convert_encoding($text, 'UTF-8', 'UTF-16LE'), 'UTF-8');
    }

    /** @param  int  $length  two bytes or four, the least significant first */
    private function number(int $length, int $at): ?int
    {
        $bytes = $at < 0 ? '' : substr($this->bytes, $at, $length);
        if (strlen($bytes) < $length) {
            return null;
        }
        $number = ord($bytes[0]) | (ord($bytes[1]) << 8);

        return $length === 2 ? $number : $number | (ord($bytes[2]) << 16) | (ord($bytes[3]) << 24);
    }
}
