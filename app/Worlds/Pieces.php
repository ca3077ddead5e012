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

    /** Bytes that were not in the store before. */
    public int $added = 0;

    public function __construct(private readonly Store $store, private readonly Texts $texts)
    {
    }

    /**
     * Keeps a file as it is.
     *
     * @param  array{sha256?: string, list?: string, size?: int, link?: string}  $before  how it was kept before; nothing where it was not
     * @return array{sha256?: string, list?: string, size: int}
     *
     * @throws FullDisk
     */
    public function keep(string $file, array $before = []): array
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
                $this->texts->put($bytes);
            }
        });

        return [
            'list' => $this->texts->put(self::written($blocks)),
            'size' => array_sum(array_map(fn (Block $block): int => $block->size, $blocks)),
        ];
    }

    /** @param  array{sha256?: string, list?: string, size?: int, link?: string}  $before */
    public function isAs(string $file, array $before): bool
    {
        if (isset($before['list'])) {
            return @filesize($file) === ($before['size'] ?? -1) &&
                hash('sha256', self::written($this->split($file, $before, fn () => null))) === $before['list'];
        }

        return PlainFile::digest($file) === ($before['sha256'] ?? '');
    }

    /**
     * Writes a file as it was kept.
     *
     * @param  array{sha256?: string, list?: string, size?: int, link?: string}  $kept
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
     * @param  array{sha256?: string, list?: string, size?: int, link?: string}  $kept
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
     * @param  array{sha256?: string, list?: string, size?: int, link?: string}  $before
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
