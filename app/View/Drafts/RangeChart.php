<?php

declare(strict_types=1);

namespace App\View\Drafts;

use Closure;
use Stasimon\Core\Explain\Contest;
use Stasimon\Core\Explain\Demand;

/**
 * A contested package drawn: its releases from left to right, a bar for each demand, and where the bars overlap or do not.
 * All lengths are in the units of the drawing, of which there are {@see WIDTH} across.
 */
final readonly class RangeChart
{
    public const WIDTH = 640;

    public const TOP = 30;

    public const ROW = 38;

    /** More releases than this are drawn as groups of neighbours that meet the same demands. */
    private const MOST = 60;

    private const CHARACTER = 7.6;

    /**
     * @param  list<array{label: string, words: string, bars: list<array{x: float, width: float, releases: string}>}>  $rows
     * @param  list<array{x: float, text: string}>  $ticks
     * @param  list<float>  $stops  the middle of each column
     * @param  list<array{x: float, width: float}>  $best  the columns that meet the most demands, when that is more than one
     */
    private function __construct(
        public string $title,
        public array $rows,
        public array $ticks,
        public array $stops,
        public array $best,
        public string $conclusion,
    ) {
    }

    /** @param  Closure(Demand): string  $who  names what makes a demand */
    public static function of(Contest $contest, Closure $who): self
    {
        $columns = self::columns($contest);
        $count = max(1, count($columns));
        $width = self::WIDTH / $count;
        $left = fn (int $column): float => round($column * $width, 1);
        $rows = [];
        foreach ($contest->demands as $i => $demand) {
            $bars = self::bars($columns, $i, $width);
            $rows[] = [
                'label' => $who($demand),
                'words' => $contest->package->range($demand->range, $demand->syntax)->words() ?: 'any release',
                'bars' => $bars,
            ];
        }
        $met = array_map(fn (array $column): int => count(array_filter($column['meets'])), $columns);
        $most = $met === [] ? 0 : max($met);
        $best = array_map(
            fn (array $run): array => ['x' => $left($run[0]), 'width' => round(($run[1] - $run[0] + 1) * $width, 1)],
            self::runs(array_map(fn (int $meets): bool => $meets === $most && $most > 1, $met)),
        );
        $title = $contest->package->title();

        return new self(
            "{$title}: what is asked of it",
            $rows,
            self::ticks($columns, $width),
            array_map(fn (int $column): float => round($left($column) + $width / 2, 1), array_keys($columns)),
            $best,
            match (true) {
                $most === 0 => "No release of {$title} meets any of these.",
                count($rows) === 2 => "No release of {$title} meets both.",
                $most === 1 => "No release of {$title} meets more than one of these.",
                default => "No release of {$title} meets all ".count($rows)."; those that meet {$most} are shaded.",
            },
        );
    }

    /**
     * @param  list<array{first: string, last: string, meets: list<bool>}>  $columns
     * @return list<array{x: float, width: float, releases: string}> where a demand is met
     */
    private static function bars(array $columns, int $demand, float $width): array
    {
        $bars = [];
        foreach (self::runs(array_map(fn (array $column): bool => $column['meets'][$demand], $columns)) as [$first, $last]) {
            $bars[] = [
                'x' => round($first * $width, 1),
                'width' => round(($last - $first + 1) * $width, 1),
                'releases' => self::between($columns[$first]['first'], $columns[$last]['last']),
            ];
        }

        return $bars;
    }

    /** @return list<array{first: string, last: string, meets: list<bool>}> */
    private static function columns(Contest $contest): array
    {
        $columns = [];
        $group = count($contest->package->releases) > self::MOST;
        foreach ($contest->package->releases as $position => $release) {
            $meets = array_map(fn (Demand $demand): bool => $demand->releases->has($position), $contest->demands);
            $last = count($columns) - 1;
            if ($group && $last >= 0 && $columns[$last]['meets'] === $meets) {
                $columns[$last]['last'] = $release->version;
            } else {
                $columns[] = ['first' => $release->version, 'last' => $release->version, 'meets' => $meets];
            }
        }

        return $columns;
    }

    /**
     * @param  list<bool>  $holds
     * @return list<array{int, int}> first and last of each run
     */
    private static function runs(array $holds): array
    {
        $runs = [];
        foreach ($holds as $i => $held) {
            $last = count($runs) - 1;
            if ($held && $last >= 0 && $runs[$last][1] === $i - 1) {
                $runs[$last][1] = $i;
            } elseif ($held) {
                $runs[] = [$i, $i];
            }
        }

        return $runs;
    }

    /**
     * The versions written above the columns: where a demand begins or ends first, then as many others as there is room for.
     *
     * @param  list<array{first: string, last: string, meets: list<bool>}>  $columns
     * @return list<array{x: float, text: string}>
     */
    private static function ticks(array $columns, float $width): array
    {
        $turns = $others = [];
        foreach ($columns as $i => $column) {
            $turn =
                $i === 0 ||
                $i === count($columns) - 1 ||
                $column['meets'] !== $columns[$i - 1]['meets'] ||
                $column['meets'] !== $columns[$i + 1]['meets'];
            $turn ? ($turns[] = $i) : ($others[] = $i);
        }
        $placed = [];
        foreach ([...$turns, ...$others] as $i) {
            $text = self::between($columns[$i]['first'], $columns[$i]['last']);
            $half = (mb_strlen($text) * self::CHARACTER) / 2;
            $x = min(max(($i + 0.5) * $width, $half), self::WIDTH - $half);
            foreach ($placed as $other) {
                if (abs($other['x'] - $x) < $half + (mb_strlen($other['text']) * self::CHARACTER) / 2 + 6) {
                    continue 2;
                }
            }
            $placed[] = ['x' => round($x, 1), 'text' => $text];
        }

        return $placed;
    }

    private static function between(string $first, string $last): string
    {
        return $first === $last ? $first : "{$first} – {$last}";
    }

    public function height(): int
    {
        return self::TOP + count($this->rows) * self::ROW + 8;
    }
}
