<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Files\PlainFile;

/** What is written into a log file of the game from now on; one that is begun anew is read from its beginning. */
final class Tailing
{
    /** Bytes that are taken at once. */
    private const PORTION = 1_000_000;

    private int $offset;

    private int $inode;

    private function __construct(private readonly string $path)
    {
        [$this->offset, $this->inode] = $this->stand();
    }

    /** @param  string  $file  below the folder; nothing where the game prints all that it has to say */
    public static function of(string $dir, string $file): ?self
    {
        return $file === '' ? null : new self("{$dir}/{$file}");
    }

    /** What has come since it was asked last; a part of a line at its end among it. */
    public function next(): string
    {
        [$size, $inode] = $this->stand();
        if ($inode !== $this->inode || $size < $this->offset) {
            [$this->offset, $this->inode] = [0, $inode];
        }
        $handle = $size > $this->offset ? PlainFile::open($this->path) : null;
        if ($handle === null) {
            return '';
        }
        fseek($handle, $this->offset);
        $text = (string) stream_get_contents($handle, self::PORTION);
        fclose($handle);
        $this->offset += strlen($text);

        return $text;
    }

    /** @return array{int, int} its size and its inode; nothing of what is no plain file */
    private function stand(): array
    {
        clearstatcache(true, $this->path);
        $stat = is_link($this->path) ? false : @lstat($this->path);

        return $stat === false ? [0, 0] : [$stat['size'], $stat['ino']];
    }
}
