<?php

declare(strict_types=1);

namespace Stasimon\Core\Place\Archive;

use Closure;
use ZipArchive;

/**
 * A ZIP archive from somebody else, hostile until every entry was looked at and read once.
 *
 * Source: APPNOTE.TXT (ZIP); what is refused beyond it is common practice for archives that are not trusted.
 */
final readonly class Archive
{
    private const UNIX = 3;

    private const PORTION = 262_144;

    /** @param  list<ArchiveEntry>  $entries  the files in it, in its order */
    private function __construct(private string $path, public array $entries)
    {
    }

    /**
     * Reads the whole archive once; what it returns can be unpacked.
     *
     * @param  string  $name  what to call it in a sentence
     *
     * @throws UnsafeArchive
     */
    public static function read(string $path, string $name, ArchiveLimits $limits = new ArchiveLimits()): self
    {
        $bytes = $limits->bytes;
        $count = $limits->entries;

        return self::inspect($path, $name, $limits, 1, $bytes, $count, true);
    }

    /**
     * Reads one that is laid as it is, so that its names need not be told apart by every file system: real ones have LICENSE
     * beside license/, or an entry twice.
     *
     * @throws UnsafeArchive
     */
    public static function lookInto(string $path, string $name, ArchiveLimits $limits = new ArchiveLimits()): self
    {
        $bytes = $limits->bytes;
        $count = $limits->entries;

        return self::inspect($path, $name, $limits, 1, $bytes, $count, false);
    }

    /**
     * One that was looked into, opened to read out of it.
     *
     * @throws UnsafeArchive
     */
    public static function reading(string $path, string $name): ZipArchive
    {
        return self::open($path, $name, 0);
    }

    /**
     * Whether every entry can lie beside the others once it is unpacked.
     *
     * @throws UnsafeArchive
     */
    public function checkPaths(string $name): void
    {
        $taken = [];
        foreach ($this->entries as $entry) {
            self::checkTaken($taken, $entry->path, false, $name);
        }
    }

    /** An archive that was read before, with what was found then. */
    public static function known(string $path, ArchiveEntry ...$entries): self
    {
        return new self($path, array_values($entries));
    }

    /**
     * Writes the content of entries, one after another.
     *
     * @param  iterable<ArchiveEntry>  $entries
     * @param  Closure(ArchiveEntry): resource  $begin  opens what an entry is written to
     * @param  Closure(ArchiveEntry, resource): void  $end  told once it is written
     *
     * @throws UnsafeArchive
     */
    public function unpack(iterable $entries, Closure $begin, Closure $end): void
    {
        $zip = self::open($this->path, basename($this->path));
        foreach ($entries as $entry) {
            $to = $begin($entry);
            self::pour($zip, $entry->index, $entry->size, basename($this->path), $entry->path, $to);
            $end($entry, $to);
        }
        $zip->close();
    }

    /**
     * @param  int  $bytes  that may still be unpacked
     * @param  int  $count  of entries that may still come
     * @param  bool  $isUnpacked  whether its entries will lie beside one another
     */
    private static function inspect(
        string $path,
        string $name,
        ArchiveLimits $limits,
        int $depth,
        int &$bytes,
        int &$count,
        bool $isUnpacked,
    ): self {
        if ($depth > $limits->depth) {
            throw UnsafeArchive::because($name, "it holds archives in archives, more than {$limits->depth} deep.");
        }
        $zip = self::open($path, $name, 0);
        $count -= $zip->numFiles;
        if ($count < 0) {
            throw UnsafeArchive::because($name, 'it holds more than '.number_format($limits->entries).' entries.');
        }
        $stats = self::stats($zip, $name);
        self::checkSizes($stats, (int) filesize($path), $name, $limits, $bytes);
        $entries = [];
        $taken = [];
        foreach ($stats as $index => $stat) {
            $safe = self::checkEntry($zip, $index, $stat, $name);
            if ($isUnpacked) {
                self::checkTaken($taken, rtrim($safe, '/'), str_ends_with($safe, '/'), $name);
            }
            if (! str_ends_with($safe, '/') && $safe !== '') {
                $entries[] = new ArchiveEntry($index, $safe, $stat['size']);
            }
        }
        // One that has an entry twice agrees with itself in nothing else that could be asked.
        if ($isUnpacked || count(array_unique(array_column($stats, 'name'))) === count($stats)) {
            self::open($path, $name)->close();
        }
        foreach ($entries as $entry) {
            self::readThrough($zip, $entry, $name, $limits, $depth, $bytes, $count, $isUnpacked);
        }
        $zip->close();

        return new self($path, $entries);
    }

    private static function open(string $path, string $name, int $check = ZipArchive::CHECKCONS): ZipArchive
    {
        $zip = new ZipArchive();
        $opened = $zip->open($path, ZipArchive::RDONLY | $check);
        $whole = $opened === true ? null : Prefixed::without($path);
        if ($whole !== null) {
            $opened = $zip->open($whole, ZipArchive::RDONLY | $check);
            // It is open, and needs its name no longer.
            unlink($whole);
        }
        if ($opened !== true) {
            throw UnsafeArchive::because(
                $name,
                $opened === ZipArchive::ER_NOZIP
                    ? 'it is not a ZIP archive, or it is cut short.'
                    : 'its directory and what it holds do not agree.',
            );
        }

        return $zip;
    }

    /** @return array<int, array{name: string, size: int, comp: int, encrypted: bool}> */
    private static function stats(ZipArchive $zip, string $name): array
    {
        $stats = [];
        for ($index = 0; $index < $zip->numFiles; $index++) {
            $stat = $zip->statIndex($index);
            if ($stat === false) {
                throw UnsafeArchive::because($name, 'its directory cannot be read.');
            }
            $stats[$index] = [
                'name' => (string) $stat['name'],
                'size' => (int) $stat['size'],
                'comp' => (int) $stat['comp_size'],
                'encrypted' => ((int) $stat['encryption_method']) !== ZipArchive::EM_NONE,
            ];
        }

        return $stats;
    }

    /** @param  array<int, array{name: string, size: int, comp: int, encrypted: bool}>  $stats */
    private static function checkSizes(array $stats, int $length, string $name, ArchiveLimits $limits, int &$bytes): void
    {
        $packed = 0;
        $unpacked = 0;
        foreach ($stats as $stat) {
            if ($stat['size'] < 0 || $stat['comp'] < 0 || $stat['size'] > $bytes - $unpacked) {
                throw UnsafeArchive::because($name, 'unpacked it would be larger than '.intdiv($limits->bytes, 1_000_000).' MB.');
            }
            $unpacked += $stat['size'];
            $packed += $stat['comp'];
        }
        if ($packed > $length) {
            throw UnsafeArchive::because($name, 'its entries lie over one another.');
        }
        if ($unpacked > $limits->free && $unpacked > $limits->ratio * $length) {
            throw UnsafeArchive::because($name, "unpacked it would be more than {$limits->ratio} times its size.");
        }
        $bytes -= $unpacked;
    }

    /** @param  array{name: string, size: int, comp: int, encrypted: bool}  $stat */
    private static function checkEntry(ZipArchive $zip, int $index, array $stat, string $name): string
    {
        $safe = EntryName::safe($name, $stat['name']);
        if ($stat['encrypted']) {
            throw UnsafeArchive::because($name, UnsafeArchive::shown($stat['name']).' in it is encrypted.');
        }
        $system = 0;
        $attributes = 0;
        $zip->getExternalAttributesIndex($index, $system, $attributes);
        if ($system === self::UNIX && is_int($attributes)) {
            $type = ($attributes >> 16) & 0o170000;
            if (! in_array($type, [0, 0o100000, 0o040000], true)) {
                throw UnsafeArchive::because(
                    $name,
                    UnsafeArchive::shown($stat['name']).
                        ' in it is '.
                        ($type === 0o120000 ? 'a link to somewhere else.' : 'neither a file nor a folder.'),
                );
            }
        }

        return $safe;
    }

    /** @param  array<string, array{string, bool}>  $taken  key => path, and whether it is a folder */
    private static function checkTaken(array &$taken, string $path, bool $folder, string $name): void
    {
        for ($end = 0; $end < strlen($path); $end++) {
            $end = strpos($path, '/', $end) ?: strlen($path);
            $part = substr($path, 0, $end);
            $isFolder = $folder || $end < strlen($path);
            [$other, $otherIsFolder] = $taken[EntryName::key($part)] ?? [null, $isFolder];
            if ($other !== null && ($other !== $part || ! $isFolder || ! $otherIsFolder)) {
                throw UnsafeArchive::because(
                    $name,
                    $other === $part
                        ? UnsafeArchive::shown($part).' is in it twice.'
                        : UnsafeArchive::shown($other).' and '.UnsafeArchive::shown($part).' in it are one name on some systems.',
                );
            }
            $taken[EntryName::key($part)] = [$part, $isFolder];
        }
    }

    /** Reads an entry to its end, so that its size and CRC are known to be true, and looks into it if it is an archive. */
    private static function readThrough(
        ZipArchive $zip,
        ArchiveEntry $entry,
        string $name,
        ArchiveLimits $limits,
        int $depth,
        int &$bytes,
        int &$count,
        bool $isUnpacked,
    ): void {
        // What lies deeper in one that is laid as it is is not looked into.
        $nested = ($isUnpacked || $depth < $limits->depth) && preg_match('/\.(zip|jar)$/i', $entry->path) === 1;
        $to = $nested ? tmpfile() : fopen('php://memory', 'wb');
        if ($to === false) {
            throw UnsafeArchive::because($name, 'there is no room to look into it.');
        }
        self::pour($zip, $entry->index, $entry->size, $name, $entry->path, $nested ? $to : null);
        if ($nested && $entry->size > 0) {
            self::inspect(
                stream_get_meta_data($to)['uri'] ?? '',
                "{$name}, {$entry->path},",
                $limits,
                $depth + 1,
                $bytes,
                $count,
                $isUnpacked,
            );
        }
        fclose($to);
    }

    /** @param  resource|null  $to  null to only read */
    private static function pour(ZipArchive $zip, int $index, int $size, string $name, string $path, $to): void
    {
        $stream = @$zip->getStreamIndex($index);
        if ($stream === false) {
            throw UnsafeArchive::because($name, UnsafeArchive::shown($path).' in it is packed in a way that cannot be read.');
        }
        $stat = $zip->statIndex($index);
        $sum = hash_init('crc32b');
        $read = 0;
        $full = false;
        // What cannot be read ends early, and is told by its length; the warning beside it says no more.
        set_error_handler(fn (): bool => true, E_WARNING);
        while (! feof($stream)) {
            $part = fread($stream, self::PORTION);
            if ($part === false || ($part === '' && ! feof($stream))) {
                break;
            }
            $read += strlen($part);
            hash_update($sum, $part);
            $full = $to !== null && fwrite($to, $part) !== strlen($part);
            if ($read > $size || $full) {
                break;
            }
        }
        restore_error_handler();
        fclose($stream);
        if ($full) {
            throw UnsafeArchive::because($name, 'the disk is full.');
        }
        if ($read !== $size || $stat === false || hexdec(hash_final($sum)) !== ((int) $stat['crc'])) {
            throw UnsafeArchive::because($name, UnsafeArchive::shown($path).' in it is damaged.');
        }
        if ($to !== null) {
            fflush($to);
        }
    }
}
