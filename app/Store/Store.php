<?php

declare(strict_types=1);

namespace App\Store;

/**
 * The content-addressed files that all instances share: one file for each SHA-256, never changed once it has its name.
 *
 * Each carries one and the same time of change, so that a file that somebody wrote into shows it without being read.
 */
final readonly class Store
{
    /** 1 January 2000, 00:00 UTC: no file here was changed then. */
    public const MOMENT = 946_684_800;

    private string $folder;

    public function __construct()
    {
        $this->folder = config('stasimon.var').'/store';
    }

    public function path(string $sha256): string
    {
        return $this->folder.'/'.substr($sha256, 0, 2).'/'.$sha256;
    }

    /** Where a file is while it is not known yet to be the right one. */
    public function partial(string $sha256): string
    {
        is_dir($this->folder.'/partial') || @mkdir($this->folder.'/partial', 0o755, true);

        return $this->folder.'/partial/'.$sha256;
    }

    /** Whether the file is here as it came. One that was written into is thrown out, and counts as not here. */
    public function has(string $sha256): bool
    {
        $path = $this->path($sha256);
        $stat = @stat($path);
        if ($stat === false) {
            return false;
        }
        if ($stat['mtime'] === self::MOMENT) {
            return true;
        }
        if (hash_file('sha256', $path) === $sha256) {
            touch($path, self::MOMENT);

            return true;
        }
        unlink($path);

        return false;
    }

    /** The same by reading it whole, whatever its time of change says; null where there is none. */
    public function holds(string $sha256): ?bool
    {
        $path = $this->path($sha256);
        if (! is_file($path)) {
            return null;
        }
        if (hash_file('sha256', $path) === $sha256) {
            return true;
        }
        unlink($path);

        return false;
    }

    /**
     * Gives a partial file its name; whoever calls has checked its digest.
     *
     * @throws FullDisk when the disk cannot take it
     */
    public function take(string $partial, string $sha256): void
    {
        $path = $this->path($sha256);
        is_dir(dirname($path)) || @mkdir(dirname($path), 0o755, true);
        chmod($partial, 0o444);
        touch($partial, self::MOMENT);
        if (! rename($partial, $path)) {
            throw FullDisk::writing('a file of the store');
        }
    }

    /** Has a file be a program for whoever links to it; its time of change stays. */
    public function makeExecutable(string $sha256): void
    {
        @chmod($this->path($sha256), 0o555);
    }

    /** @return \Generator<string, string> SHA-256 => path, of every file that is here */
    public function all(): \Generator
    {
        foreach (glob($this->folder.'/[0-9a-f][0-9a-f]', GLOB_ONLYDIR) ?: [] as $folder) {
            foreach (scandir($folder) ?: [] as $name) {
                if (preg_match('/^[0-9a-f]{64}$/D', $name) === 1) {
                    yield $name => "{$folder}/{$name}";
                }
            }
        }
    }

    /** Bytes that can still be written. */
    public function free(): float
    {
        is_dir($this->folder) || @mkdir($this->folder, 0o755, true);

        return (float) disk_free_space($this->folder);
    }
}
