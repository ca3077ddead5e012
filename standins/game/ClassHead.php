<?php

declare(strict_types=1);

namespace Standins\Game;

/** What a class file declares and what it refers to: The Java Virtual Machine Specification, chapter 4. */
final readonly class ClassHead
{
    /**
     * @param  string  $name  with slashes
     * @param  array<string, true>  $has  methods as "mist(F)V", fields as "DEPTH:I"
     * @param  list<array{string, string}>  $calls  class, and member or nothing
     */
    private function __construct(public string $name, public int $level, public array $has, public array $calls)
    {
    }

    /** @return self|string what is wrong with it */
    public static function of(string $bytes): self|string
    {
        $head = strlen($bytes) < 10 ? false : unpack('Nmagic/nminor/nmajor/ncount', $bytes);
        if ($head === false || $head['magic'] !== 0xCAFEBABE) {
            return 'Incompatible magic value '.($head['magic'] ?? 0);
        }
        [$pool, $at] = self::pool($bytes, $head['count']);
        if (is_string($pool)) {
            return $pool;
        }
        $number = fn (string $of, int $at): int => (unpack('n', substr($of, $at, 2)) ?: [1 => 0])[1];
        $utf8 = fn (int $i): string => substr($pool[$i][1] ?? '', 2);
        $class = fn (int $i): string => $utf8($number($pool[$i][1] ?? "\0\0", 0));
        $member = fn (int $i): string => $utf8($number($pool[$i][1], 0)).
            (str_starts_with($utf8($number($pool[$i][1], 2)), '(') ? '' : ':').
            $utf8($number($pool[$i][1], 2));
        $name = $class($number($bytes, $at + 2));
        $at += 8;
        $has = [];
        for ($kind = 0; $kind < 2; $kind++) {
            $count = $number($bytes, $at);
            $at += 2;
            for ($n = 0; $n < $count; $n++, $at += 8) {
                $descriptor = $utf8($number($bytes, $at + 4));
                $has[$utf8($number($bytes, $at + 2)).($kind === 0 ? ':' : '').$descriptor] = true;
            }
        }
        $calls = [];
        foreach ($pool as $i => [$tag, $entry]) {
            if ($tag === 7 && ! in_array($class($i), [$name, 'java/lang/Object'], true)) {
                $calls[] = [$class($i), ''];
            } elseif ($tag === 9 || $tag === 10) {
                $calls[] = [$class($number($entry, 0)), $member($number($entry, 2))];
            }
        }

        return new self($name, $head['major'], $has, $calls);
    }

    /** @return array{array<int, array{int, string}>|string, int} its constants, or what is wrong with them, and where they end */
    private static function pool(string $bytes, int $count): array
    {
        $at = 10;
        $pool = [];
        for ($i = 1; $i < $count; $i++) {
            $tag = ord($bytes[$at] ?? "\0");
            $size = match ($tag) {
                1 => 3 + (unpack('n', substr($bytes, $at + 1, 2)) ?: [1 => 0])[1],
                7, 8, 16, 19, 20 => 3,
                15 => 4,
                3, 4, 9, 10, 11, 12, 17, 18 => 5,
                5, 6 => 9,
                default => 0,
            };
            if ($size === 0 || $at + $size > strlen($bytes)) {
                return ['Unknown constant tag '.$tag, $at];
            }
            $pool[$i] = [$tag, substr($bytes, $at + 1, $size - 1)];
            $at += $size;
            $i += $tag === 5 || $tag === 6 ? 1 : 0;
        }

        return [$pool, $at];
    }
}
