<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve\Search;

/** The sets that every package of one size shares. */
final class BitTable
{
    /** @var array<int, self> */
    private static array $tables = [];

    /**
     * @param  string  $none  no bit
     * @param  string  $full  one bit for each release and bit 0
     * @param  string  $absent  bit 0 alone
     * @param  list<string>  $of  position => the set of that release alone
     * @param  array<int|string, int>  $single  the same the other way round
     */
    private function __construct(
        public readonly string $none,
        public readonly string $full,
        public readonly string $absent,
        public readonly array $of,
        public readonly array $single,
    ) {
    }

    public static function ofSize(int $releases): self
    {
        return self::$tables[$releases] ??= self::make($releases);
    }

    private static function make(int $releases): self
    {
        $none = $full = str_repeat("\0", intdiv($releases, 8) + 1);
        $of = [];
        $single = [];
        for ($bit = 0; $bit <= $releases; $bit++) {
            $one = $none;
            $one[$bit >> 3] = chr(1 << ($bit & 7));
            $full |= $one;
            if ($bit > 0) {
                $of[] = $one;
                $single[$one] = $bit - 1;
            }
        }
        $absent = $none;
        $absent[0] = "\1";

        return new self($none, $full, $absent, $of, $single);
    }

    /** Whether a set holds bit 0: that the package is not in the line-up. */
    public static function holdsAbsence(string $set): bool
    {
        return (ord($set[0]) & 1) === 1;
    }

    /** Whether a set holds the release at a position. */
    public static function holds(string $set, int $position): bool
    {
        return ((ord($set[($position + 1) >> 3]) >> (($position + 1) & 7)) & 1) === 1;
    }

    /** The newest position in a set, or -1. */
    public static function newest(string $bits): int
    {
        for ($byte = strlen($bits) - 1; $byte >= 0; $byte--) {
            $value = ord($bits[$byte]);
            if ($value !== 0) {
                return ($byte << 3) + (int) log($value, 2) - 1;
            }
        }

        return -1;
    }

    /** How many bits are set. */
    public static function count(string $bits): int
    {
        $count = 0;
        for ($byte = strlen($bits) - 1; $byte >= 0; $byte--) {
            for ($value = ord($bits[$byte]); $value !== 0; $value &= $value - 1) {
                $count++;
            }
        }

        return $count;
    }
}
