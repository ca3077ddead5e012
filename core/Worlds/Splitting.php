<?php

declare(strict_types=1);

namespace Stasimon\Core\Worlds;

use Closure;

/**
 * Splits a large file into blocks, so that what it has in common with how it was before is the same blocks, also where
 * something was put in or taken out in the middle: after a place that differs, the next old block is looked for by a few of
 * its bytes, and taken where all of it is there. What is new becomes blocks of its own.
 */
final class Splitting
{
    /** Bytes of a block, at most. */
    public const BLOCK = 65_536;

    /** Bytes in which the next old block is looked for. */
    private const WINDOW = 1_048_576;

    private const READ = 4_194_304;

    /** Old blocks that are looked for after a place that differs; beyond them some, ever further away. */
    private const AHEAD = 16;

    /** Bytes that a block is looked for by, and how many of them have to be different ones. */
    private const ANCHOR = 32;

    private const VARIED = 10;

    private string $buffer = '';

    private int $at = 0;

    private bool $isAll = false;

    /** @var array<int, array{int, string}|false> old block => where in it its anchor is, and the anchor; false where it has none */
    private array $anchors = [];

    /** @var list<Block> */
    private array $blocks = [];

    /**
     * @param  resource  $from
     * @param  list<Block>  $old
     * @param  Closure(Block): string  $content
     * @param  Closure(Block, string): void  $keep
     */
    private function __construct(
        private $from,
        private readonly array $old,
        private readonly Closure $content,
        private readonly Closure $keep,
    ) {
    }

    /**
     * @param  resource  $from  that is read to its end
     * @param  list<Block>  $old  how it was
     * @param  Closure(Block): string  $content  what is in an old block; an empty text where that is not to be had
     * @param  Closure(Block, string): void  $keep  told each block that is not an old one, and what is in it
     * @return list<Block> which, one after another, are the file
     */
    public static function of($from, array $old, Closure $content, Closure $keep): array
    {
        $splitting = new self($from, $old, $content, $keep);
        $splitting->run();

        return $splitting->blocks;
    }

    private function run(): void
    {
        $next = 0;
        while ($this->fill()) {
            if ($this->isHere($next, $this->at)) {
                $this->take($next++);

                continue;
            }
            [$found, $where] = $this->nextOld($next);
            if ($found !== null) {
                $this->isNew($where - $this->at);
                $next = $found;
            } else {
                $left = strlen($this->buffer) - $this->at;
                $this->isNew($this->isAll && $left <= self::WINDOW ? $left : max(self::BLOCK, min($left, self::WINDOW) - self::BLOCK));
            }
        }
    }

    /** SHA-256; by OpenSSL, which has it written for the processor, in half of the time or less. */
    private static function digest(string $bytes): string
    {
        return (string) openssl_digest($bytes, 'sha256');
    }

    /** Has a window's bytes to look at, as far as there are any; false at the end. */
    private function fill(): bool
    {
        if (! $this->isAll && strlen($this->buffer) - $this->at < self::WINDOW + self::BLOCK) {
            $read = (string) stream_get_contents($this->from, self::READ);
            $this->isAll = $read === '';
            $this->buffer = substr($this->buffer, $this->at).$read;
            $this->at = 0;
        }

        return $this->at < strlen($this->buffer);
    }

    private function isHere(int $index, int $where): bool
    {
        $block = $this->old[$index] ?? null;

        if ($block === null || $where + $block->size > strlen($this->buffer)) {
            return false;
        }
        // Bytes beside bytes are looked at in a fifth of the time that a digest of them takes; and one that is not to be had is no old one.
        $text = ($this->content)($block);

        return strlen($text) === $block->size && substr_compare($this->buffer, $text, $where, $block->size) === 0;
    }

    private function take(int $index): void
    {
        $this->blocks[] = $this->old[$index];
        $this->at += $this->old[$index]->size;
    }

    /** Some bytes that are in no old block here. */
    private function isNew(int $length): void
    {
        for ($end = $this->at + $length; $this->at < $end; $this->at += self::BLOCK) {
            $bytes = substr($this->buffer, $this->at, min(self::BLOCK, $end - $this->at));
            $this->blocks[] = $block = new Block(self::digest($bytes), strlen($bytes));
            ($this->keep)($block, $bytes);
        }
        $this->at = $end;
    }

    /** @return array{?int, int} the old block that comes first in the window, and where */
    private function nextOld(int $next): array
    {
        $best = [null, PHP_INT_MAX];
        $count = count($this->old);
        $near = range($next, max($next, min($next + self::AHEAD, $count) - 1));
        for ($far = 2 * self::AHEAD; $next + $far < $count; $far *= 2) {
            $near[] = $next + $far;
        }
        foreach ($near as $index) {
            $anchor = $index < $count ? ($this->anchors[$index] ??= $this->anchor($index)) : false;
            if ($anchor === false) {
                continue;
            }
            $from = $this->at + $anchor[0];
            for ($tries = 0; $tries < 4 && $from < strlen($this->buffer); $tries++) {
                $hit = strpos($this->buffer, $anchor[1], $from);
                $where = $hit === false ? PHP_INT_MAX : $hit - $anchor[0];
                if ($hit === false || $where >= $best[1] || $where > $this->at + self::WINDOW) {
                    break;
                }
                if ($this->isHere($index, $where)) {
                    $best = [$index, $where];

                    break;
                }
                $from = $hit + 1;
            }
        }

        return $best;
    }

    /** @return array{int, string}|false */
    private function anchor(int $index): array|false
    {
        $text = ($this->content)($this->old[$index]);
        for ($from = 0; $from + self::ANCHOR <= strlen($text); $from += 4 * self::ANCHOR) {
            $bytes = substr($text, $from, self::ANCHOR);
            if (strlen(count_chars($bytes, 3)) >= self::VARIED) {
                return [$from, $bytes];
            }
        }

        return false;
    }
}
