<?php

declare(strict_types=1);

namespace Stasimon\Core\Log;

use Stasimon\Core\Game\LogForm;

/** How a launch went on: its phases, and when each mod began to start and was through. Times are seconds from its beginning. */
final class Course
{
    /** @var list<Stretch> */
    private array $phases = [];

    /** @var array<string, Stretch> package => its start */
    private array $starts = [];

    /** @var array<string, true> */
    private array $seen = [];

    private float $end = 0.0;

    /** The time of the last line that has one; times are read only where they are needed. */
    private string $last = '';

    public function __construct(private readonly LogForm $form)
    {
    }

    /** @param  iterable<LogLine>  $lines  in their order */
    public static function of(LogForm $form, iterable $lines): self
    {
        $course = new self($form);
        foreach ($lines as $line) {
            $course->follow($line);
        }

        return $course;
    }

    public function follow(LogLine $line): void
    {
        if ($line->time === '') {
            return;
        }
        $this->last = $line->time;
        $phase = $this->form->phases[$line->logger] ?? null;
        $isPhase = $phase !== null && ! isset($this->seen[$line->logger]);
        $caught = [];
        $isStart = $this->form->starting !== '' && preg_match($this->form->starting, $line->message, $caught) === 1;
        $isEnd = ! $isStart && $this->form->started !== '' && preg_match($this->form->started, $line->message, $caught) === 1;
        if (! $isPhase && ! $isStart && ! $isEnd) {
            return;
        }
        $at = $this->end();
        if ($isPhase) {
            $this->seen[$line->logger] = true;
            $last = array_pop($this->phases);
            $this->phases = [...$this->phases, ...$last === null ? [] : [$last->until($at)], new Stretch($phase, '', $at, null)];
        }
        if ($isStart) {
            $this->starts[$caught['package']] = new Stretch($caught['package'], $caught['version'] ?? '', $at, null);
        } elseif ($isEnd) {
            $begun = $this->starts[$caught['package']] ?? null;
            $took = (int) ($caught['milliseconds'] ?? 0) / 1000;
            $this->starts[$caught['package']] = (
                $begun ?? new Stretch($caught['package'], $caught['version'] ?? '', max(0.0, $at - $took), null)
            )->until($at);
        }
    }

    /** "01:02:03.456", "02:03.456" or anything that ends so; null for what is no time. */
    private static function seconds(string $time): ?float
    {
        if (preg_match('/(?:(\d+):)?(\d+):(\d+(?:[.,]\d+)?)\D*$/', $time, $part) !== 1) {
            return null;
        }

        return 3600 * (float) $part[1] + 60 * (float) $part[2] + (float) strtr($part[3], ',', '.');
    }

    /** @return list<Stretch> */
    public function phases(): array
    {
        return $this->phases;
    }

    /** @return list<Stretch> each mod's, in the order in which they began */
    public function starts(): array
    {
        return array_values($this->starts);
    }

    /** The mod that had begun to start, and was not through when the log ends. */
    public function pending(): ?Stretch
    {
        foreach (array_reverse($this->starts) as $start) {
            if ($start->end === null) {
                return $start;
            }
        }

        return null;
    }

    public function end(): float
    {
        return $this->end = max($this->end, self::seconds($this->last) ?? 0.0);
    }
}
