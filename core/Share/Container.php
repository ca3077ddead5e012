<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\ArchiveEntry;
use Stasimon\Core\Place\Archive\ArchiveLimits;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use ZipArchive;

/**
 * A ZIP archive with one document, what that carries, and perhaps more: configs below "configs/" at their paths, files below
 * "files/" by digest. What comes in one is hostile until it was read once; nothing is believed whose digest is another one.
 */
final readonly class Container
{
    private const CONFIGS = 'configs/';

    private const FILES = 'files/';

    /** Bytes of a document. */
    private const DOCUMENT = 5_000_000;

    /** Bytes of everything in one, unpacked. */
    private const MOST = 200_000_000;

    /** Bytes of all its configs, which are looked at at once. */
    private const ALL_CONFIGS = 30_000_000;

    /** @param  array<string, ArchiveEntry>  $entries  by path */
    private function __construct(private ZipArchive $zip, private array $entries)
    {
    }

    /** @throws UnsafeArchive */
    public static function open(string $path, string $name): self
    {
        // Files in it may hold archives themselves, such as libraries of their own.
        $archive = Archive::lookInto($path, $name, new ArchiveLimits(entries: 100_000, bytes: self::MOST));
        $entries = [];
        foreach ($archive->entries as $entry) {
            $entries[$entry->path] = $entry;
        }

        return new self(Archive::reading($path, $name), $entries);
    }

    /**
     * An entry as text; null where there is none of that name.
     *
     * @throws UnusableHandOff
     */
    public function text(string $name, int $most = self::DOCUMENT): ?string
    {
        $entry = $this->entries[$name] ?? null;
        if ($entry !== null && $entry->size > $most) {
            throw UnusableHandOff::because("Its \"{$name}\" is larger than any could be.");
        }

        return $entry === null ? null : (string) $this->zip->getFromIndex($entry->index);
    }

    /**
     * Every config that is carried, each what it is said to be.
     *
     * @return array<string, string> path => content
     *
     * @throws UnusableHandOff
     */
    public function configs(Carried $carried): array
    {
        $contents = [];
        $bytes = 0;
        foreach ($carried->configs as $path => $digest) {
            $path = (string) $path;
            $text =
                $this->text(self::CONFIGS.$path, Carried::LARGEST) ??
                throw UnusableHandOff::because("It says that it has {$path}, which is not in it.");
            if (hash('sha256', $text) !== $digest) {
                throw UnusableHandOff::because("{$path} is not what it is said to be: its digest is another one.");
            }
            $bytes += strlen($text);
            if ($bytes > self::ALL_CONFIGS) {
                throw UnusableHandOff::because('Its configs are larger than those of any instance.');
            }
            $contents[$path] = $text;
        }

        return $contents;
    }

    /**
     * Looks through every file that is carried, each of which has to be what it is said to be.
     *
     * @throws UnusableHandOff
     */
    public function checkFiles(Carried $carried): void
    {
        foreach ($carried->files as $file) {
            $this->pour($file->sha256, $file->size, $file->name, null);
        }
        foreach ($carried->worlds as $file) {
            $this->pour($file->sha256, $file->size, $file->at(), null);
        }
    }

    /**
     * Writes a file that is carried into another.
     *
     * @param  resource  $to
     */
    public function extract(CarriedFile $file, $to): void
    {
        $this->pour($file->sha256, $file->size, $file->name, $to);
    }

    /**
     * The same of a file of a world.
     *
     * @param  resource  $to
     */
    public function extractWorld(CarriedWorld $file, $to): void
    {
        $this->pour($file->sha256, $file->size, $file->at(), $to);
    }

    /** @param  resource|null  $to */
    private function pour(string $sha256, int $size, string $name, $to): void
    {
        $entry = $this->entries[self::FILES.$sha256] ?? null;
        if ($entry === null || $entry->size !== $size) {
            throw UnusableHandOff::because("It says that it has {$name}, which is not in it as it is said to be.");
        }
        $from = $this->zip->getStreamIndex($entry->index);
        $digest = hash_init('sha256');
        while ($from !== false && ! feof($from)) {
            $portion = (string) fread($from, 262_144);
            hash_update($digest, $portion);
            if ($to !== null && fwrite($to, $portion) !== strlen($portion)) {
                throw UnusableHandOff::because("{$name} cannot be written here.");
            }
        }
        if (hash_final($digest) !== $sha256) {
            throw UnusableHandOff::because("{$name} is not what it is said to be: its digest is another one.");
        }
    }

    /**
     * Writes one; the same is the same file, whenever it is made.
     *
     * @param  array<string, string>  $texts  name => content of entries
     * @param  array<string, string>  $configs  path => content
     * @param  array<string, string>  $files  SHA-256 => where the file lies
     *
     * @throws UnusableHandOff where it cannot be written
     */
    public static function write(string $to, array $texts, array $configs, array $files): void
    {
        $zip = new ZipArchive();
        $zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE) === true || throw UnusableHandOff::because('It could not be written.');
        $stamp = fn (string $name): bool => $zip->setMtimeName($name, (int) gmmktime(0, 0, 0, 1, 1, 1980) + 86_400);
        ksort($configs, SORT_STRING);
        $names = array_map(fn (string|int $path): string => self::CONFIGS.$path, array_keys($configs));
        foreach ($texts + array_combine($names, $configs) as $name => $text) {
            $zip->addFromString((string) $name, $text);
            $stamp((string) $name);
        }
        ksort($files, SORT_STRING);
        foreach ($files as $digest => $path) {
            $zip->addFile($path, self::FILES.$digest);
            // They are archives themselves, so nothing would be gained.
            $zip->setCompressionName(self::FILES.$digest, ZipArchive::CM_STORE);
            $stamp(self::FILES.$digest);
        }
        $zip->close() || throw UnusableHandOff::because('It could not be written.');
    }
}
