<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence;

/**
 * The metadata of a .NET assembly: its own name and version, those that it refers to, and the text of its attributes. The
 * file is a portable executable whose CLI header leads to the metadata: ECMA-335, partition II, sections 22 to 25.
 */
final class Metadata
{
    private const SIGNATURE = 0x424A5342;

    private const TYPE_REF = 0x01;

    private const MEMBER_REF = 0x0A;

    private const CUSTOM_ATTRIBUTE = 0x0C;

    private const ASSEMBLY = 0x20;

    private const ASSEMBLY_REF = 0x23;

    /** Rows of a table that are looked at. */
    private const ROWS = 200_000;

    /**
     * The columns of each table up to the last that is read, section 22: a number of bytes; "s", "g" or "b" for an index into
     * the heap of strings, GUIDs or blobs; "t" and a table's number for an index into it; or the name of a coded index.
     */
    private const COLUMNS = [
        0x00 => [2, 's', 'g', 'g', 'g'],
        0x01 => ['scope', 's', 's'],
        0x02 => [4, 's', 's', 'type', 't4', 't6'],
        0x03 => ['t4'],
        0x04 => [2, 's', 'b'],
        0x05 => ['t6'],
        0x06 => [4, 2, 2, 's', 'b', 't8'],
        0x07 => ['t8'],
        0x08 => [2, 2, 's'],
        0x09 => ['t2', 'type'],
        0x0A => ['parent', 's', 'b'],
        0x0B => [2, 'constant', 'b'],
        0x0C => ['attribute', 'attributeType', 'b'],
        0x0D => ['marshal', 'b'],
        0x0E => [2, 'security', 'b'],
        0x0F => [2, 4, 't2'],
        0x10 => [4, 't4'],
        0x11 => ['b'],
        0x12 => ['t2', 't20'],
        0x13 => ['t20'],
        0x14 => [2, 's', 'type'],
        0x15 => ['t2', 't23'],
        0x16 => ['t23'],
        0x17 => [2, 's', 'b'],
        0x18 => [2, 't6', 'semantics'],
        0x19 => ['t2', 'method', 'method'],
        0x1A => ['s'],
        0x1B => ['b'],
        0x1C => [2, 'forwarded', 's', 't26'],
        0x1D => [4, 't4'],
        0x1E => [4, 4],
        0x1F => [4],
        0x20 => [4, 2, 2, 2, 2, 4, 'b', 's', 's'],
        0x21 => [4],
        0x22 => [4, 4, 4],
        0x23 => [2, 2, 2, 2, 4, 'b', 's', 's', 'b'],
    ];

    /** Coded indexes, section 24.2.6: the bits of the tag, and the tables that it chooses from. */
    private const CODED = [
        'scope' => [2, [0x00, 0x1A, 0x23, 0x01]],
        'type' => [2, [0x02, 0x01, 0x1B]],
        'parent' => [3, [0x02, 0x01, 0x1A, 0x06, 0x1B]],
        'constant' => [2, [0x04, 0x08, 0x17]],
        'attribute' => [
            5,
            [
                0x06,
                0x04,
                0x01,
                0x02,
                0x08,
                0x09,
                0x0A,
                0x00,
                0x0E,
                0x17,
                0x14,
                0x11,
                0x1A,
                0x1B,
                0x20,
                0x23,
                0x26,
                0x27,
                0x28,
                0x2A,
                0x2C,
                0x2B,
            ],
        ],
        'attributeType' => [3, [0x06, 0x0A]],
        'marshal' => [1, [0x04, 0x08]],
        'security' => [2, [0x02, 0x06, 0x20]],
        'semantics' => [1, [0x14, 0x17]],
        'method' => [1, [0x06, 0x0A]],
        'forwarded' => [1, [0x04, 0x06]],
    ];

    /** @var array<string, array{int, int}> name => where it begins, and its bytes */
    private array $heaps = [];

    /** @var array<int, int> table => rows */
    private array $rows = [];

    /** @var array<int, int> table => where it begins */
    private array $begins = [];

    private int $wide = 0;

    private function __construct(private readonly string $bytes)
    {
    }

    /** @return self|null null for what is not an assembly */
    public static function of(string $bytes): ?self
    {
        $pe = self::number($bytes, 60);
        if (! str_starts_with($bytes, 'MZ') || $pe === null || substr($bytes, $pe, 4) !== "PE\0\0") {
            return null;
        }
        $optional = $pe + 24;
        // The magic number tells 64-bit images, whose directories begin 16 bytes later.
        $directories = $optional + (self::number($bytes, $optional, 2) === 0x20B ? 112 : 96);
        $cli = self::place($bytes, $pe, self::number($bytes, $directories + 14 * 8));
        $root = $cli === null ? null : self::place($bytes, $pe, self::number($bytes, $cli + 8));
        if ($root === null || self::number($bytes, $root) !== self::SIGNATURE) {
            return null;
        }
        $metadata = new self($bytes);
        $metadata->findHeaps($root);
        $metadata->findTables();

        return $metadata;
    }

    /** Where in the file an address of the loaded image is. */
    private static function place(string $bytes, int $pe, ?int $address): ?int
    {
        $count = (int) self::number($bytes, $pe + 6, 2);
        $at = $pe + 24 + (int) self::number($bytes, $pe + 20, 2);
        for ($section = 0; $address !== null && $section < min($count, 96); $section++, $at += 40) {
            [$size, $from, $in] = [(int) self::number($bytes, $at + 8), self::number($bytes, $at + 12), self::number($bytes, $at + 20)];
            if (
                $from !== null &&
                $in !== null &&
                $address >= $from &&
                $address < $from + max($size, (int) self::number($bytes, $at + 16))
            ) {
                return $address - $from + $in;
            }
        }

        return null;
    }

    private function findHeaps(int $root): void
    {
        $at = $root + 16 + (int) self::number($this->bytes, $root + 12);
        $count = (int) self::number($this->bytes, $at + 2, 2);
        $at += 4;
        for ($stream = 0; $stream < min($count, 16); $stream++) {
            $end = $at + 8 < strlen($this->bytes) ? strpos($this->bytes, "\0", $at + 8) : false;
            if ($end === false || $end - $at > 48) {
                return;
            }
            $name = substr($this->bytes, $at + 8, $end - $at - 8);
            $this->heaps[$name] = [$root + (int) self::number($this->bytes, $at), (int) self::number($this->bytes, $at + 4)];
            $at += 8 + 4 * intdiv(strlen($name) + 4, 4);
        }
    }

    /** Where each table begins: section 24.2.6. */
    private function findTables(): void
    {
        $begin = $this->heaps['#~'][0] ?? ($this->heaps['#-'][0] ?? null);
        if ($begin === null) {
            return;
        }
        $this->wide = (int) self::number($this->bytes, $begin + 6, 1);
        [$low, $high] = [(int) self::number($this->bytes, $begin + 8), (int) self::number($this->bytes, $begin + 12)];
        $at = $begin + 24;
        for ($table = 0; $table < 64; $table++) {
            if ((($table < 32 ? $low >> $table : $high >> ($table - 32)) & 1) === 1) {
                $this->rows[$table] = (int) self::number($this->bytes, $at);
                $at += 4;
            }
        }
        foreach (array_keys(self::COLUMNS) as $table) {
            $this->begins[$table] = $at;
            $at += $this->width($table) * ($this->rows[$table] ?? 0);
        }
        if ($at > strlen($this->bytes)) {
            // More rows than there are bytes for: none of them can be believed.
            $this->rows = [];
        }
    }

    private function width(int $table): int
    {
        return array_sum(array_map($this->size(...), self::COLUMNS[$table]));
    }

    /** Bytes of a column. */
    private function size(int|string $column): int
    {
        return match (true) {
            is_int($column) => $column,
            $column === 's' => ($this->wide & 1) === 1 ? 4 : 2,
            $column === 'g' => ($this->wide & 2) === 2 ? 4 : 2,
            $column === 'b' => ($this->wide & 4) === 4 ? 4 : 2,
            isset(self::CODED[$column]) => max(array_map(fn (int $table): int => $this->rows[$table] ?? 0, self::CODED[$column][1])) <
            2 ** (16 - self::CODED[$column][0])
                ? 2
                : 4,
            default => ($this->rows[(int) substr($column, 1)] ?? 0) < 65_536 ? 2 : 4,
        };
    }

    /** @return list<int> the columns of a row, counted from 1; nothing for a row that is not there */
    private function row(int $table, int $row): array
    {
        if ($row < 1 || $row > ($this->rows[$table] ?? 0)) {
            return [];
        }
        $at = ($this->begins[$table] ?? 0) + ($row - 1) * $this->width($table);
        $values = [];
        foreach (self::COLUMNS[$table] as $column) {
            $size = $this->size($column);
            $value = self::number($this->bytes, $at, $size);
            if ($value === null) {
                return [];
            }
            $values[] = $value;
            $at += $size;
        }

        return $values;
    }

    private function string(int $index): string
    {
        [$begin, $length] = $this->heaps['#Strings'] ?? [0, 0];
        $end = $index < $length ? strpos($this->bytes, "\0", min(strlen($this->bytes), $begin + $index)) : false;

        return $end === false ? '' : mb_scrub(substr($this->bytes, $begin + $index, min(1_024, $end - $begin - $index)));
    }

    private function blob(int $index): string
    {
        [$begin, $length] = $this->heaps['#Blob'] ?? [0, 0];
        $at = $begin + $index;
        $first = $index < $length ? (int) self::number($this->bytes, $at, 1) : 0;
        // The length is packed: section 23.2.
        [$size, $skip] = match (true) {
            $first < 0x80 => [$first, 1],
            $first < 0xC0 => [(($first & 0x3F) << 8) + (int) self::number($this->bytes, $at + 1, 1), 2],
            default => [0, 4],
        };

        return substr($this->bytes, $at + $skip, $size);
    }

    /** @return array{name: string, version: string}|null its own; null for a module that is none */
    public function assembly(): ?array
    {
        $row = $this->row(self::ASSEMBLY, 1);

        return $row === [] ? null : ['name' => $this->string($row[7]), 'version' => implode('.', array_slice($row, 1, 4))];
    }

    /** @return list<array{name: string, version: string}> the assemblies that it refers to */
    public function references(): array
    {
        $references = [];
        for ($number = 1; $number <= min(self::ROWS, $this->rows[self::ASSEMBLY_REF] ?? 0); $number++) {
            $row = $this->row(self::ASSEMBLY_REF, $number);
            if ($row !== []) {
                $references[] = ['name' => $this->string($row[6]), 'version' => implode('.', array_slice($row, 0, 4))];
            }
        }

        return $references;
    }

    /** The first text that an attribute of the whole assembly is given; nothing where it has none like that. */
    public function attribute(string $name): string
    {
        for ($number = 1; $number <= min(self::ROWS, $this->rows[self::CUSTOM_ATTRIBUTE] ?? 0); $number++) {
            $row = $this->row(self::CUSTOM_ATTRIBUTE, $number);
            // Its owner is the assembly, and its constructor another assembly's member.
            if ($row === [] || ($row[0] & 31) !== 14 || ($row[1] & 7) !== 3) {
                continue;
            }
            $member = $this->row(self::MEMBER_REF, $row[1] >> 3);
            $type = $member !== [] && ($member[0] & 7) === 1 ? $this->row(self::TYPE_REF, $member[0] >> 3) : [];
            if ($type !== [] && $this->string($type[1]) === $name) {
                $value = $this->blob($row[2]);

                // A text with its length behind the prolog: section 23.3.
                return substr($value, 0, 2) === "\1\0" && strlen($value) > 3 ? mb_scrub(substr($value, 3, ord($value[2]))) : '';
            }
        }

        return '';
    }

    private static function number(string $bytes, int $at, int $size = 4): ?int
    {
        $part = $at < 0 || $at > strlen($bytes) ? '' : substr($bytes, $at, $size);
        if (strlen($part) < $size) {
            return null;
        }
        $number = unpack([1 => 'C', 2 => 'v', 4 => 'V'][$size] ?? 'V', $part);

        return $number === false || ! is_int($number[1]) ? null : $number[1];
    }
}
