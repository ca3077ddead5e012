<?php

declare(strict_types=1);

namespace App\Files;

/** One entry of a folder, as lstat(2) tells of it: a link is the link. */
final readonly class Entry
{
    private const TYPE = 0o170000;

    /**
     * @param  string  $path  relative to the folder that was walked, as bytes
     * @param  int  $mode  type and permissions
     * @param  int  $size  bytes
     * @param  int  $time  of the last change of its content, in seconds since 1970
     * @param  int  $links  names that it has
     */
    private function __construct(
        public string $path,
        public int $mode,
        public int $inode,
        public int $size,
        public int $time,
        public int $links,
    ) {
    }

    /** What is at a path now; null where nothing is. */
    public static function at(string $root, string $path): ?self
    {
        $stat = @lstat("{$root}/{$path}");

        return $stat === false ? null : new self($path, $stat['mode'], $stat['ino'], $stat['size'], $stat['mtime'], $stat['nlink']);
    }

    public function isFolder(): bool
    {
        return ($this->mode & self::TYPE) === 0o040000;
    }

    public function isFile(): bool
    {
        return ($this->mode & self::TYPE) === 0o100000;
    }

    public function isLink(): bool
    {
        return ($this->mode & self::TYPE) === 0o120000;
    }

    /** What it is, for people. */
    public function word(): string
    {
        return match ($this->mode & self::TYPE) {
            0o100000 => 'a file',
            0o040000 => 'a folder',
            0o120000 => 'a link',
            0o010000 => 'a pipe',
            0o140000 => 'a socket',
            default => 'a device',
        };
    }

    public function permissions(): int
    {
        return $this->mode & 0o777;
    }

    /** The same for as long as it is the same entry, whatever is written into it. */
    public function identity(): string
    {
        return $this->isFolder() ? 'folder' : ($this->mode & self::TYPE)." {$this->inode}";
    }

    /** The same for as long as nobody has written into it, either. */
    public function state(): string
    {
        return $this->isFolder() ? 'folder' : "{$this->identity()} {$this->size} {$this->time}";
    }
}
