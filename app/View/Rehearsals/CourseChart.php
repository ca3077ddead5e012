<?php

declare(strict_types=1);

namespace App\View\Rehearsals;

use App\Rehearsals\Log\Said;
use Closure;
use Stasimon\Core\Log\Stretch;

/** A launch drawn over time: a bar for each phase, and below them one for each mod's start, in as few lanes as hold them. */
final readonly class CourseChart
{
    public const WIDTH = 800;

    public const LEFT = 132;

    /** Lanes for the starts. */
    private const LANES = 4;

    /** Starts that are listed. */
    private const SLOWEST = 20;

    /**
     * @param  list<CourseBar>  $phases
     * @param  list<CourseBar>  $starts
     * @param  list<object{x: float, label: string}>  $ticks
     * @param  list<object{name: string, version: string, milliseconds: int, failed: bool}>  $slowest
     */
    private function __construct(
        public array $phases,
        public array $starts,
        public array $ticks,
        public array $slowest,
        public int $lanes,
        public ?float $end,
    ) {
    }

    /** @param  array<string, string>  $names  package => name */
    public static function of(Said $said, bool $failed, array $names): self
    {
        $total = max(0.1, $said->end);
        $x = fn (float $at): float => round(self::LEFT + ($at / $total) * (self::WIDTH - self::LEFT - 10), 1);
        $bar = fn (Stretch $one, bool $broken, string $name): CourseBar => self::bar($one, $broken, $name, $total, $x);
        $last = count($said->phases) - 1;
        $phases = array_map(
            fn (int $i): CourseBar => $bar($said->phases[$i], $failed && $i === $last, $said->phases[$i]->name),
            array_keys($said->phases),
        );
        $free = array_fill(0, self::LANES, -1.0);
        $starts = $slowest = [];
        foreach ($said->starts as $one) {
            $name = $names[$one->name] ?? $one->name;
            $drawn = $bar($one, $failed && $one->end === null, $name);
            $drawn->lane = (int) array_key_first(
                array_filter($free, fn (float $until): bool => $until <= $drawn->x) ?: [self::LANES - 1 => 0],
            );
            $free[$drawn->lane] = $drawn->x + $drawn->width + 1;
            $starts[] = $drawn;
            $slowest[] = (object) [
                'name' => $name,
                'version' => $one->version,
                'milliseconds' => (int) round(1000 * (($one->end ?? $total) - $one->begin)),
                'failed' => $failed && $one->end === null,
            ];
        }
        // The one that failed stands below the others, where its name has room.
        $used = $starts === [] ? 0 : 1 + max(array_map(fn (CourseBar $one): int => $one->lane, $starts));
        foreach ($starts as $drawn) {
            $drawn->lane = $drawn->failed ? $used : $drawn->lane;
            $lanes = max($lanes ?? 0, $drawn->lane + 1);
        }
        usort($slowest, fn (object $a, object $b): int => $b->milliseconds <=> $a->milliseconds);
        $ticks = self::ticks($total, $x);

        return new self($phases, $starts, $ticks, array_slice($slowest, 0, self::SLOWEST), $lanes ?? 0, $failed ? $x($total) : null);
    }

    /** @param  Closure(float): float  $x  where a time stands */
    private static function bar(Stretch $one, bool $broken, string $name, float $total, Closure $x): CourseBar
    {
        return new CourseBar(
            $name,
            $x($one->begin),
            max(1.5, round($x($one->end ?? $total) - $x($one->begin), 1)),
            $broken,
            $name.
                ($one->version === '' ? '' : " {$one->version}").
                ', '.
                number_format(1000 * (($one->end ?? $total) - $one->begin)).
                ' ms'.
                ($broken ? ', where it failed' : ''),
        );
    }

    /**
     * @param  Closure(float): float  $x
     * @return list<object{x: float, label: string}>
     */
    private static function ticks(float $total, Closure $x): array
    {
        $step = self::step($total);

        return array_map(
            fn (int $i): object => (object) ['x' => $x($i * $step), 'label' => rtrim(rtrim(number_format($i * $step, 2), '0'), '.').' s'],
            range(0, (int) floor((0.97 * $total) / $step)),
        );
    }

    /** Seconds from one tick to the next, so that there are between four and ten. */
    private static function step(float $total): float
    {
        foreach ([0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 30, 60, 120, 300] as $step) {
            if ($total / $step <= 8) {
                return $step;
            }
        }

        return 600;
    }

    public function height(): int
    {
        return 19 * count($this->phases) + ($this->lanes > 0 ? 16 * $this->lanes + 8 : 0) + 26;
    }
}
