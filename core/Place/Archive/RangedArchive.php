<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

use Closure;

/**
 * A ZIP archive of which only parts are known: its directory from the end (APPNOTE 6.3.10, 4.3.12 and 4.3.16), and the entries that are
 * wanted. It says which bytes it has to know yet; nothing is unpacked here.
 */
final class RangedArchive
{
    /** Bytes of a directory, and entries in it. */
    private const DIRECTORY = 8_000_000;

    private const ENTRIES = 100_000;

    private const END = "PK\x05\x06";

    private const CENTRAL = "PK\x01\x02";

    private const LOCAL = "PK\x03\x04";

    /** Bytes before the name in a local header; and of what may follow the name there. */
    private const HEAD = 30;

    private const EXTRA = 256;

    /** @var list<array{int, string}> where bytes begin, and they */
    private array $known = [];

    /** @var list<ZippedEntry>|null */
    private ?array $entries = null;

    /**
     * @param  string  $name  what it is called in a sentence
     * @param  int  $size  bytes of all of it
     * @param  string  $tail  what it ends with
     */
    public function __construct(private readonly string $name, private readonly int $size, string $tail)
    {
        $this->learn($size - strlen($tail), $tail);
    }

    /** Takes bytes that stand in it, from a place on. */
    public function learn(int $from, string $bytes): void
    {
        $this->known[] = [$from, $bytes];
    }

    /**
     * Which bytes it has to know before it can be reduced; none where it can be now.
     *
     * @param  Closure(string, int): bool  $isWanted  by name, and bytes as unpacked
     * @return list<array{int, int}> from where on, and how many
     *
     * @throws UnsafeArchive for what is no archive, or is one that says of itself what is not so
     */
    public function missing(Closure $isWanted): array
    {
        [$from, $length] = $this->directory();
        if ($this->at($from, $length) === null) {
            return [[$from, $length]];
        }
        $missing = [];
        foreach ($this->wanted($isWanted) as $entry) {
            if ($this->content($entry) === null) {
                $left = $this->size - $entry->at;
                $most = self::HEAD + strlen($entry->name) + self::EXTRA + $entry->packed;
                // A second time for one whose own head is longer than is usual.
                $missing[] = [$entry->at, min($left, $this->at($entry->at, min($left, $most)) === null ? $most : $most + 2 * 65_535)];
            }
        }

        return $missing;
    }

    /**
     * Whether nothing in it is wanted.
     *
     * @param  Closure(string, int): bool  $isWanted
     *
     * @throws UnsafeArchive
     */
    public function hasNone(Closure $isWanted): bool
    {
        return $this->wanted($isWanted) === [];
    }

    /**
     * An archive with nothing but the entries that are wanted, each as it is in this one.
     *
     * @param  Closure(string, int): bool  $isWanted
     *
     * @throws UnsafeArchive
     */
    public function reduced(Closure $isWanted): string
    {
        $files = $directory = '';
        $wanted = $this->wanted($isWanted);
        foreach ($wanted as $entry) {
            $content = $this->content($entry) ?? throw $this->wrong();
            $fields = pack('vvvvVVV', 0, $entry->method, 0, 0, $entry->crc, $entry->packed, $entry->size);
            $directory .= self::CENTRAL.pack('vv', 20, 20).$fields.
                pack('vvvvvVV', strlen($entry->name), 0, 0, 0, 0, 0, strlen($files)).$entry->name;
            $files .= self::LOCAL.pack('v', 20).$fields.pack('vv', strlen($entry->name), 0).$entry->name.$content;
        }
        $count = count($wanted);

        return $files.$directory.self::END.pack('vvvvVVv', 0, 0, $count, $count, strlen($directory), strlen($files), 0);
    }

    /**
     * @param  Closure(string, int): bool  $isWanted
     * @return list<ZippedEntry>
     */
    private function wanted(Closure $isWanted): array
    {
        return array_values(array_filter($this->entries(), fn (ZippedEntry $entry): bool => $isWanted($entry->name, $entry->size)));
    }

    /** What an entry holds, as it is packed; null where that is not known. */
    private function content(ZippedEntry $entry): ?string
    {
        $head = $this->at($entry->at, self::HEAD);
        if ($head === null) {
            return null;
        }
        if (! str_starts_with($head, self::LOCAL)) {
            throw $this->wrong();
        }
        $before = self::HEAD + self::number('v', $head, 26) + self::number('v', $head, 28);
        if ($entry->at + $before + $entry->packed > $this->size) {
            throw $this->wrong();
        }

        return $this->at($entry->at + $before, $entry->packed);
    }

    /** @return array{int, int} where the directory begins, and how long it is */
    private function directory(): array
    {
        [$begin, $tail] = $this->known[0];
        $end = strrpos($tail, self::END);
        if ($end === false || strlen($tail) - $end < 22) {
            throw UnsafeArchive::because($this->name, 'it has no directory at its end.');
        }
        [$length, $from] = [self::number('V', $tail, $end + 12), self::number('V', $tail, $end + 16)];
        if (self::number('v', $tail, $end + 10) === 0xFFFF || $from === 0xFFFFFFFF) {
            throw UnsafeArchive::because($this->name, 'it is of the large kind, of which parts are not read.');
        }
        if ($length > self::DIRECTORY || $from + $length > $begin + $end) {
            throw $this->wrong();
        }

        return [$from, $length];
    }

    /** @return list<ZippedEntry> */
    private function entries(): array
    {
        if ($this->entries !== null) {
            return $this->entries;
        }
        $directory = $this->at(...$this->directory()) ?? throw $this->wrong();
        $entries = [];
        for ($at = 0; $at < strlen($directory);) {
            if (substr($directory, $at, 4) !== self::CENTRAL || strlen($directory) < $at + 46 || count($entries) === self::ENTRIES) {
                throw $this->wrong();
            }
            $named = self::number('v', $directory, $at + 28);
            $entry = new ZippedEntry(
                substr($directory, $at + 46, $named),
                self::number('V', $directory, $at + 42),
                self::number('V', $directory, $at + 20),
                self::number('V', $directory, $at + 24),
                self::number('v', $directory, $at + 10),
                self::number('V', $directory, $at + 16),
            );
            if ($entry->at + self::HEAD + $entry->packed > $this->size) {
                throw $this->wrong();
            }
            $entries[] = $entry;
            $at += 46 + $named + self::number('v', $directory, $at + 30) + self::number('v', $directory, $at + 32);
        }

        return $this->entries = $entries;
    }

    /** Bytes of it; null where they are not known. */
    private function at(int $from, int $length): ?string
    {
        foreach ($this->known as [$begin, $bytes]) {
            if ($begin <= $from && $from + $length <= $begin + strlen($bytes)) {
                return substr($bytes, $from - $begin, $length);
            }
        }

        return null;
    }

    /** @param  'v'|'V'  $as  of two bytes or of four, the lowest first */
    private static function number(string $as, string $bytes, int $at): int
    {
        $read = @unpack($as, $bytes, $at);

        return is_array($read) && is_int($read[1]) ? $read[1] : 0;
    }

    private function wrong(): UnsafeArchive
    {
        return UnsafeArchive::because($this->name, 'its directory says what is not so.');
    }
}
