<?php

declare(strict_types=1);

namespace App\View\Find;

use Stasimon\Core\Explain\Following\Forecast;

/** A drawing of how many had followed to a version, day by day, and of where that leads. */
final readonly class FollowedChart
{
    public const WIDTH = 400;

    public const HEIGHT = 110;

    /** Room for words at the sides. */
    private const LEFT = 4;

    public function __construct(public Forecast $forecast)
    {
    }

    public function x(int $day): float
    {
        return round(self::LEFT + ((self::WIDTH - 2 * self::LEFT) * $day) / $this->forecast->end(), 1);
    }

    /** Where the word for today stands beside its line. */
    public function anchor(): string
    {
        $at = $this->x($this->forecast->age);

        return $at > 330 ? 'end' : ($at > 60 ? 'middle' : 'start');
    }

    public function y(int $count): float
    {
        return round(self::HEIGHT - 18 - ((self::HEIGHT - 34) * $count) / max(1, $this->forecast->total), 1);
    }

    /** The line of those that have followed, until today. */
    public function line(): string
    {
        return self::points($this->steps($this->forecast->had, 0, 0, $this->forecast->age));
    }

    /** The band between the quickest and the slowest. */
    public function band(): string
    {
        $had = count($this->forecast->had);
        if ($this->forecast->early === []) {
            return '';
        }
        $end = $this->forecast->end();

        return self::points([
            ...$this->steps($this->forecast->early, $this->forecast->age, $had, $end),
            ...array_reverse($this->steps($this->forecast->late, $this->forecast->age, $had, $end)),
        ]);
    }

    /** @return list<array{string, int}> day and count, for who cannot see it: a row for each tenth of the way */
    public function rows(): array
    {
        $rows = [];
        foreach (range(0, 10) as $tenth) {
            $day = intdiv($this->forecast->age * $tenth, 10);
            $rows["day {$day}"] = ["day {$day}", count(array_filter($this->forecast->had, fn (int $had): bool => $had <= $day))];
        }

        return array_values($rows);
    }

    /**
     * @param  list<int>  $days  ascending, on each of which there is one more
     * @return list<array{float, float}>
     */
    private function steps(array $days, int $from, int $count, int $until): array
    {
        $points = [[$this->x($from), $this->y($count)]];
        foreach ($days as $day) {
            $points[] = [$this->x($day), $this->y($count)];
            $points[] = [$this->x($day), $this->y(++$count)];
        }
        $points[] = [$this->x($until), $this->y($count)];

        return $points;
    }

    /** @param  list<array{float, float}>  $points */
    private static function points(array $points): string
    {
        return implode(' ', array_map(fn (array $point): string => "{$point[0]},{$point[1]}", $points));
    }
}
