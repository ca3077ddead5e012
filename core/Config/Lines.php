<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** In which lines two texts differ: the shortest script of Myers, "An O(ND) Difference Algorithm and Its Variations", 1986. */
final class Lines
{
    /** Lines that may differ; beyond that all of it counts as one difference. */
    private const FAR = 2_000;

    /** @return list<string> with their ends */
    public static function of(string $text): array
    {
        return $text === '' ? [] : (preg_split('/(?<=\n)/', $text, flags: PREG_SPLIT_NO_EMPTY) ?: []);
    }

    /**
     * @param  list<string>  $from
     * @param  list<string>  $to
     * @return list<LineChange> ascending, with at least one line that is the same between two of them
     */
    public static function changes(array $from, array $to): array
    {
        [$start, $endFrom, $endTo] = [0, count($from), count($to)];
        while ($start < $endFrom && $start < $endTo && $from[$start] === $to[$start]) {
            $start++;
        }
        while ($endFrom > $start && $endTo > $start && $from[$endFrom - 1] === $to[$endTo - 1]) {
            $endFrom--;
            $endTo--;
        }
        $changes = [];
        [$x, $y] = [$start, $start];
        foreach (
            [
                ...self::same(array_slice($from, $start, $endFrom - $start), array_slice($to, $start, $endTo - $start)),
                [$endFrom - $start, $endTo - $start],
            ] as [$i, $j]
        ) {
            [$i, $j] = [$i + $start, $j + $start];
            if ($i > $x || $j > $y) {
                $changes[] = new LineChange($x, $i - $x, $y, $j - $y);
            }
            [$x, $y] = [$i + 1, $j + 1];
        }

        return $changes;
    }

    /**
     * @param  list<string>  $from
     * @param  list<string>  $to
     * @return list<array{int, int}> indices of lines that are the same, ascending
     */
    private static function same(array $from, array $to): array
    {
        [$n, $m] = [count($from), count($to)];
        if ($n === 0 || $m === 0) {
            return [];
        }
        $furthest = [1 => 0];
        $trace = [];
        for ($d = 0; $d <= min($n + $m, self::FAR); $d++) {
            $trace[] = $furthest;
            for ($k = -$d; $k <= $d; $k += 2) {
                $x = $k === -$d || ($k !== $d && $furthest[$k - 1] < $furthest[$k + 1]) ? $furthest[$k + 1] : $furthest[$k - 1] + 1;
                $y = $x - $k;
                while ($x < $n && $y < $m && $from[$x] === $to[$y]) {
                    $x++;
                    $y++;
                }
                $furthest[$k] = $x;
                if ($x >= $n && $y >= $m) {
                    return self::back($trace, $n, $m);
                }
            }
        }

        return [];
    }

    /**
     * @param  list<array<int, int>>  $trace  furthest points of each step
     * @return list<array{int, int}>
     */
    private static function back(array $trace, int $x, int $y): array
    {
        $same = [];
        for ($d = count($trace) - 1; $d >= 0; $d--) {
            $furthest = $trace[$d];
            $k = $x - $y;
            $before = $k === -$d || ($k !== $d && $furthest[$k - 1] < $furthest[$k + 1]) ? $k + 1 : $k - 1;
            $beforeX = $d === 0 ? 0 : $furthest[$before];
            $beforeY = $d === 0 ? 0 : $beforeX - $before;
            while ($x > $beforeX && $y > $beforeY) {
                $same[] = [--$x, --$y];
            }
            [$x, $y] = [$beforeX, $beforeY];
        }

        return array_reverse($same);
    }
}
