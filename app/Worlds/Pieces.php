<?php

declare(strict_types=1);

namespace App\Worlds;

use App\Files\PlainFile;
use App\Refusal\Refusal;
use App\Store\FullDisk;
use App\Store\Store;
use App\Store\Texts;
use Stasimon\Core\Worlds\Block;
use Stasimon\Core\Worlds\Splitting;

/** Files of worlds in the store: a small one as it is, a large one as a list of its blocks, so that what stayed is there once. */
final class Pieces
{
    /** Bytes beyond which a file is kept in blocks. */
    private const LARGE = 1_000_000;

    /** Seconds after which what was written into a file shows in its times. */
    private const JUST_NOW = 2;

    /** Bytes that were not in the store before. */
    public int $added = 0;

    public function __construct(private readonly Store $store, private readonly Texts $texts)
    {
    }

    /**
     * Keeps a file as it is. One that is as it was, as the file system tells, is not read.
     *
     * @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $before  how it was kept before; nothing
     *     where it was not
     * @return array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}
     *
     * @throws FullDisk
     */
    public function keep(string $file, array $before = []): array
    {
        $seen = self::seen($file);
        if ($this->isSeen($seen, $before) && $this->isWhole($before)) {
            return $before;
        }
        $kept = $this->read($file, $before);
        // Who was written into while it was read is read again the next time.
        if ($seen !== '' && $seen === self::seen($file)) {
            $kept['seen'] = $seen;
        }

        return $kept;
    }

    /**
     * What the file system says of a file, which is another thing once anybody has written into it; nothing while it was written into
     * so lately that it could be written into again in the same second. The time of change (ctime) is set by nobody but the system.
     */
    private static function seen(string $file): string
    {
        clearstatcache(true, $file);
        $stat = @stat($file);
        if ($stat === false || max($stat['mtime'], $stat['ctime']) > now()->getTimestamp() - self::JUST_NOW) {
            return '';
        }

        return "{$stat['dev']} {$stat['ino']} {$stat['size']} {$stat['mtime']} {$stat['ctime']}";
    }

    /** @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $before */
    private function isSeen(string $seen, array $before): bool
    {
        return $seen !== '' && $seen === ($before['seen'] ?? '');
    }

    /**
     * Whether all that it was kept as is there: what is not read again is not brought there again.
     *
     * @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $before
     */
    private function isWhole(array $before): bool
    {
        $digest = $before['list'] ?? $before['sha256'] ?? '';

        return isset($before['size']) && $this->store->has($digest) && $this->hasAll(...$this->digests($before, 'a file'));
    }

    /**
     * @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $before
     * @return array{sha256?: string, list?: string, size: int}
     */
    private function read(string $file, array $before): array
    {
        if ((int) @filesize($file) <= self::LARGE) {
            $copy = $this->store->partial('world-'.bin2hex(random_bytes(12)));
            if (! PlainFile::copy($file, $copy)) {
                @unlink($copy);
                throw FullDisk::writing(basename($file));
            }
            // Of the copy: the game may write into the file meanwhile.
            $digest = (string) hash_file('sha256', $copy);
            $size = (int) filesize($copy);
            if ($this->store->has($digest)) {
                unlink($copy);
            } else {
                $this->added += $size;
                $this->store->take($copy, $digest);
            }

            return ['sha256' => $digest, 'size' => $size];
        }
        $blocks = $this->split($file, $before, function (Block $block, string $bytes): void {
            if (! $this->store->has($block->sha256)) {
                $this->added += $block->size;
                $this->texts->keep($bytes, $block->sha256);
            }
        });

        return [
            'list' => $this->texts->put(self::written($blocks)),
            'size' => array_sum(array_map(fn (Block $block): int => $block->size, $blocks)),
        ];
    }

    /** @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $before */
    public function isAs(string $file, array $before): bool
    {
        if ($this->isSeen(self::seen($file), $before)) {
            return true;
        }
        if (isset($before['list'])) {
            return @filesize($file) === ($before['size'] ?? -1) &&
                hash('sha256', self::written($this->split($file, $before, fn () => null))) === $before['list'];
        }

        return PlainFile::digest($file) === ($before['sha256'] ?? '');
    }

    /**
     * Writes a file as it was kept.
     *
     * @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $kept
     *
     * @throws Refusal where something of it is not to be had any more
     */
    public function lay(array $kept, string $to, string $name): void
    {
        $handle = @fopen($to, 'xb') ?: throw FullDisk::writing($name);
        foreach (
            isset($kept['list']) ? $this->blocks($kept['list'], $name) : [new Block($kept['sha256'] ?? '', $kept['size'] ?? 0)] as $block
        ) {
            $this->store->has($block->sha256) || throw self::gone($name);
            $from = fopen($this->store->path($block->sha256), 'rb') ?: throw self::gone($name);
            stream_copy_to_stream($from, $handle) === (int) filesize($this->store->path($block->sha256)) || throw FullDisk::writing($name);
            fclose($from);
        }
        fclose($handle) || throw FullDisk::writing($name);
        @chmod($to, 0o644);
    }

    /**
     * Every digest that a kept file needs.
     *
     * @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $kept
     * @return list<string>
     */
    public function digests(array $kept, string $name): array
    {
        return match (true) {
            isset($kept['list']) => [
                $kept['list'],
                ...array_map(fn (Block $block): string => $block->sha256, $this->blocks($kept['list'], $name)),
            ],
            isset($kept['sha256']) => [$kept['sha256']],
            default => [],
        };
    }

    public function hasAll(string ...$digests): bool
    {
        foreach ($digests as $digest) {
            if (! $this->store->has($digest)) {
                return false;
            }
        }

        return true;
    }

    /**
     * @param  array{sha256?: string, list?: string, size?: int, link?: string, seen?: string}  $before
     * @param  \Closure(Block, string): mixed  $keep
     * @return list<Block>
     */
    private function split(string $file, array $before, \Closure $keep): array
    {
        $old = isset($before['list']) && $this->store->has($before['list']) ? $this->blocks($before['list'], basename($file)) : [];
        $handle = PlainFile::open($file) ?? throw FullDisk::writing(basename($file));
        $blocks = Splitting::of($handle, $old, fn (Block $block): string => (string) $this->texts->get($block->sha256), function (
            Block $block,
            string $bytes,
        ) use ($keep): void {
            $keep($block, $bytes);
        });
        fclose($handle);

        return $blocks;
    }

    /** @param  list<Block>  $blocks */
    private static function written(array $blocks): string
    {
        return implode("\n", array_map(fn (Block $block): string => "{$block->sha256} {$block->size}", $blocks));
    }

    /** @return list<Block> */
    private function blocks(string $list, string $name): array
    {
        $text = $this->texts->get($list) ?? throw self::gone($name);

        return array_map(fn (string $line): Block => new Block(substr($line, 0, 64), (int) substr($line, 65)), explode("\n", $text));
    }

    private static function gone(string $name): Refusal
    {
        return Refusal::conflict("{$name} of that backup is not to be had any more, so nothing was put back.");
    }
}
