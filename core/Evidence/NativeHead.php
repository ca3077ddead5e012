<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/**
 * What a native program or library says in its head: for which machine it is, what it is called, and which libraries it asks
 * for. Sources: Tool Interface Standard ELF Specification 1.2 and System V ABI (ELF header, program headers, dynamic section);
 * PE Format of the Windows documentation (COFF header, import directory table). What leads outside the file ends the reading.
 */
final class NativeHead
{
    /** Machines by their numbers in ELF (e_machine) and PE (Machine). */
    private const ELF = [3 => 'x86', 62 => 'x86-64', 40 => 'ARM', 183 => 'ARM64', 243 => 'RISC-V', 21 => 'PowerPC64', 22 => 'S/390'];

    private const PE = [0x14C => 'x86', 0x8664 => 'x86-64', 0x1C0 => 'ARM', 0x1C4 => 'ARM', 0xAA64 => 'ARM64'];

    /** Libraries and headers that are read at most. */
    private const MOST = 500;

    /**
     * @param  string  $format  ELF or PE
     * @param  string  $machine  as it is commonly called, or nothing
     * @param  bool  $isLibrary  whether it is loaded by another, and not started
     * @param  string  $name  that it gives itself; nothing where it gives none
     * @param  list<string>  $imports  files of libraries that it asks for, in its order
     */
    private function __construct(
        public readonly string $format,
        public readonly string $machine,
        public readonly bool $isLibrary,
        public readonly string $name,
        public readonly array $imports,
    ) {
    }

    /** @return self|null null for what is neither */
    public static function of(string $bytes): ?self
    {
        return match (true) {
            str_starts_with($bytes, "\x7FELF") => self::elf($bytes),
            str_starts_with($bytes, 'MZ') => self::pe($bytes),
            default => null,
        };
    }

    /** "A library for x86-64 that asks for libc.so.6 and libm.so.6." */
    public function words(): string
    {
        $asks = array_slice($this->imports, 0, 4);
        $more = count($this->imports) - count($asks);

        return 'It is a '.
            ($this->isLibrary ? 'library' : 'program').
            " ({$this->format})".
            ($this->machine === '' ? '' : " for {$this->machine}").
            ($asks === [] ? '.' : ' that asks for '.implode(', ', $asks).($more > 0 ? " and {$more} more." : '.'));
    }

    private static function elf(string $bytes): self
    {
        $is64 = ($bytes[4] ?? '') === "\x02";
        $big = ($bytes[5] ?? '') === "\x02";
        $number = fn (int $at, int $length): int => self::number($bytes, $at, $length, $big);
        $wide = $is64 ? 8 : 4;
        $headers = $number($is64 ? 32 : 28, $wide);
        $size = $number($is64 ? 54 : 42, 2);
        $loads = $dynamic = [];
        for ($n = 0; $n < min($number($is64 ? 56 : 44, 2), self::MOST); $n++) {
            $at = $headers + $n * $size;
            $type = $number($at, 4);
            $row = [
                'offset' => $number($at + ($is64 ? 8 : 4), $wide),
                'address' => $number($at + ($is64 ? 16 : 8), $wide),
                'size' => $number($at + ($is64 ? 32 : 16), $wide),
            ];
            $type === 1 && ($loads[] = $row);
            $type === 2 && ($dynamic = $row);
        }
        [$needed, $name, $strings, $isPie] = self::dynamic($dynamic, $wide, $number);
        $table = self::inFile($strings, $loads);
        $text = fn (int $at): string => $table === null ? '' : self::text($bytes, $table + $at);
        $kind = $number(16, 2);

        return new self(
            'ELF',
            self::ELF[$number(18, 2)] ?? '',
            $kind === 3 && ! $isPie,
            $name === null ? '' : $text($name),
            array_values(array_filter(array_map($text, $needed), fn (string $one): bool => $one !== '')),
        );
    }

    /**
     * @param  array{offset?: int, size?: int}  $dynamic
     * @param  \Closure(int, int): int  $number
     * @return array{list<int>, ?int, int, bool} where in the table of strings the libraries' names and its own stand, where that
     *     table is in memory, and whether it is a program that can lie anywhere
     */
    private static function dynamic(array $dynamic, int $wide, \Closure $number): array
    {
        $needed = [];
        $name = null;
        $strings = 0;
        $isPie = false;
        for ($n = 0; $n < min(intdiv($dynamic['size'] ?? 0, 2 * $wide), self::MOST * 2); $n++) {
            $at = ($dynamic['offset'] ?? 0) + $n * 2 * $wide;
            $value = $number($at + $wide, $wide);
            match ($number($at, $wide)) {
                1 => $needed[] = $value,
                5 => $strings = $value,
                14 => $name = $value,
                // DT_FLAGS_1 with DF_1_PIE.
                0x6FFFFFFB => $isPie = ($value & 0x08000000) !== 0,
                default => null,
            };
        }

        return [array_slice($needed, 0, self::MOST), $name, $strings, $isPie];
    }

    /** @param  list<array{offset: int, address: int, size: int}>  $loads */
    private static function inFile(int $address, array $loads): ?int
    {
        foreach ($loads as $load) {
            if ($address >= $load['address'] && $address < $load['address'] + $load['size']) {
                return $address - $load['address'] + $load['offset'];
            }
        }

        return null;
    }

    private static function pe(string $bytes): ?self
    {
        $number = fn (int $at, int $length): int => self::number($bytes, $at, $length, false);
        $head = $number(0x3C, 4);
        if (substr($bytes, $head, 4) !== "PE\0\0") {
            return null;
        }
        $optional = $head + 24;
        $is64 = $number($optional, 2) === 0x20B;
        $sections = [];
        $first = $optional + $number($head + 20, 2);
        for ($n = 0; $n < min($number($head + 6, 2), 96); $n++) {
            $row = $first + 40 * $n;
            $sections[] = [
                'offset' => $number($row + 20, 4),
                'address' => $number($row + 12, 4),
                'size' => max($number($row + 16, 4), $number($row + 8, 4)),
            ];
        }
        $text = function (int $address) use ($bytes, $sections): string {
            $at = self::inFile($address, $sections);

            return $at === null ? '' : self::text($bytes, $at);
        };
        $directories = $optional + ($is64 ? 112 : 96);
        $exports = self::inFile($number($directories, 4), $sections);
        $imports = [];
        $table = self::inFile($number($directories + 8, 4), $sections);
        for ($n = 0; $table !== null && $n < self::MOST && $number($table + 20 * $n + 12, 4) !== 0; $n++) {
            $imports[] = $text($number($table + 20 * $n + 12, 4));
        }

        return new self(
            'PE',
            self::PE[$number($head + 4, 2)] ?? '',
            ($number($head + 22, 2) & 0x2000) !== 0,
            $exports === null || $number($directories, 4) === 0 ? '' : $text($number($exports + 12, 4)),
            array_values(array_filter($imports, fn (string $one): bool => $one !== '')),
        );
    }

    /** @param  int  $length  bytes, up to eight; 0 for what is outside the file or beyond all numbers */
    private static function number(string $bytes, int $at, int $length, bool $big): int
    {
        $part = $at < 0 ? '' : substr($bytes, $at, $length);
        if (strlen($part) < $length) {
            return 0;
        }
        $part = $big ? strrev($part) : $part;
        $number = 0;
        for ($n = $length - 1; $n >= 0; $n--) {
            $number = ($number << 8) | ord($part[$n]);
        }

        return max(0, $number);
    }

    private static function text(string $bytes, int $at): string
    {
        $end = strpos($bytes, "\0", min(max(0, $at), strlen($bytes)));
        $text = $end === false || $end - $at > 300 ? '' : substr($bytes, $at, $end - $at);

        return preg_match('/^[\x20-\x7e]+$/D', $text) === 1 ? $text : '';
    }
}
