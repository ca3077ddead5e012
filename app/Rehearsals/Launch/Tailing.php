<?php

declare(strict_types=1);

namespace App\Rehearsals\Launch;

use App\Files\PlainFile;

/** What is written into a log file of the game from now on; one that is begun anew is read from its beginning. */
final class Tailing
{
    /** Bytes that are taken at once. */
    private const PORTION = 1_000_000;

    /** Bytes of its beginning by which a log that is begun anew is told from one that goes on. */
    private const HEAD = 65_536;

    private int $offset;

    private int $inode;

    private int $time;

    private readonly string $head;

    /** Whether something was written since the start. */
    private bool $hasGone = false;

    private function __construct(private readonly string $path)
    {
        [$this->offset, $this->inode, $this->time] = $this->stand();
        $this->head = $this->offset === 0 ? '' : (string) PlainFile::text($path, self::HEAD);
        // Whatever is written from now on changes its time, also what is as long as what was there.
        $this->head === '' || is_link($path) || @touch($path, $this->time = 946_684_800, 946_684_800);
    }

    /** @param  string  $file  below the folder; nothing where the game prints all that it has to say */
    public static function of(string $dir, string $file): ?self
    {
        return $file === '' ? null : new self("{$dir}/{$file}");
    }

    /** What has come since it was asked last; a part of a line at its end among it. */
    public function next(): string
    {
        [$size, $inode, $time] = $this->stand();
        if ($inode !== $this->inode || $size < $this->offset || ($time !== $this->time && $this->isAnew($size))) {
            $this->offset = 0;
        }
        [$this->inode, $this->time] = [$inode, $time];
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

    /** Whether what was there at the start is not there any more, or was written once more. */
    private function isAnew(int $size): bool
    {
        if ($this->hasGone) {
            return false;
        }
        $this->hasGone = true;

        return $size === $this->offset || PlainFile::text($this->path, strlen($this->head)) !== $this->head;
    }

    /** @return array{int, int, int} its size, its inode and its time; nothing of what is no plain file */
    private function stand(): array
    {
        clearstatcache(true, $this->path);
        $stat = is_link($this->path) ? false : @lstat($this->path);

        return $stat === false ? [0, 0, 0] : [$stat['size'], $stat['ino'], $stat['mtime']];
    }
}
