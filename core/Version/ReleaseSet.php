<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * A set of releases of one package, held as one bit for each position, lowest bit first.
 *
 * PHP's own operators on byte strings then are intersection (&), union (|) and symmetric difference (^), so that the
 * resolver's inner loop works on {@see $bits} alone and never compares a version.
 *
 * Bit 0 of the string is kept for "none of them": see {@see Resolve\Search}. A set made here never contains it.
 */
final readonly class ReleaseSet
{
    private function __construct(public int $size, public string $bits)
    {
    }

    public static function none(int $size): self
    {
        return new self($size, str_repeat("\0", self::bytes($size)));
    }

    public static function all(int $size): self
    {
        return $size === 0 ? self::none(0) : self::ofRuns($size, [[0, $size - 1]]);
    }

    /** @param  list<array{int, int}>  $runs  first and last position of each run, inclusive; they may overlap */
    public static function ofRuns(int $size, array $runs): self
    {
        $bits = null;
        foreach ($runs as [$first, $last]) {
            $run = self::run($size, $first, $last);
            $bits = $bits === null ? $run : $bits | $run;
        }

        return new self($size, $bits ?? str_repeat("\0", self::bytes($size)));
    }

    /** The bits of one run; few different ones make up most of a catalogue, so each is made once and shared. */
    private static function run(int $size, int $first, int $last): string
    {
        /** @var array<int, array<int, array<int, string>>> $known */
        static $known = [];
        if (! isset($known[$size][$first][$last])) {
            $bits = str_repeat("\0", self::bytes($size));
            for ($bit = $first + 1; $bit <= $last + 1; $bit++) {
                $bits[$bit >> 3] = chr(ord($bits[$bit >> 3]) | 1 << ($bit & 7));
            }
            $known[$size][$first][$last] = $bits;
        }

        return $known[$size][$first][$last];
    }

    /** @param  list<int>  $positions */
    public static function ofPositions(int $size, array $positions): self
    {
        return self::ofRuns($size, array_map(fn (int $position): array => [$position, $position], $positions));
    }

    /** @param  string  $bits  as in {@see $bits}; the bit for "none of them" is dropped */
    public static function ofBits(int $size, string $bits): self
    {
        $bits[0] = chr(ord($bits[0]) & 0xFE);

        return new self($size, $bits);
    }

    public function union(self $other): self
    {
        return new self($this->size, $this->bits | $other->bits);
    }

    public function intersect(self $other): self
    {
        return new self($this->size, $this->bits & $other->bits);
    }

    public function without(self $other): self
    {
        return new self($this->size, $this->bits & ~$other->bits);
    }

    public function has(int $position): bool
    {
        $bit = $position + 1;

        return (ord($this->bits[$bit >> 3]) >> ($bit & 7) & 1) === 1;
    }

    public function isEmpty(): bool
    {
        return trim($this->bits, "\0") === '';
    }

    public function isAll(): bool
    {
        return $this->bits === self::all($this->size)->bits;
    }

    /** @return list<int> ascending */
    public function positions(): array
    {
        $positions = [];
        for ($position = 0; $position < $this->size; $position++) {
            if ($this->has($position)) {
                $positions[] = $position;
            }
        }

        return $positions;
    }

    /** @return list<array{int, int}> first and last position of each run, ascending, not touching */
    public function runs(): array
    {
        $runs = [];
        foreach ($this->positions() as $position) {
            $last = count($runs) - 1;
            if ($last >= 0 && $runs[$last][1] === $position - 1) {
                $runs[$last][1] = $position;
            } else {
                $runs[] = [$position, $position];
            }
        }

        return $runs;
    }

    private static function bytes(int $size): int
    {
        return intdiv($size, 8) + 1;
    }
}
