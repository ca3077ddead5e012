<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** How a text differs from another one, place by place, each of which can be taken back alone. */
final readonly class Difference
{
    /**
     * @param  list<string>  $was  lines with their ends
     * @param  list<string>  $now
     * @param  list<Change>  $changes
     */
    private function __construct(private array $was, private array $now, private array $changes)
    {
    }

    public static function of(string $was, string $now): self
    {
        [$from, $to] = [Lines::of($was), Lines::of($now)];

        return new self($from, $to, Lines::changes($from, $to));
    }

    /** @return list<array{line: int, was: list<string>, now: list<string>}> line: the first in the text as it is now, from 1; lines without their ends */
    public function places(): array
    {
        return array_map(fn (Change $one): array => ['line' => $one->by + 1, 'was' => self::bare(array_slice($this->was, $one->at, $one->lines)), 'now' => self::bare(array_slice($this->now, $one->by, $one->byLines))], $this->changes);
    }

    /** The text as it is now, but for one place that is as it was; null where there is no such place. */
    public function takenBack(int $place): ?string
    {
        $one = $this->changes[$place] ?? null;
        if ($one === null) {
            return null;
        }
        $lines = $this->now;
        array_splice($lines, $one->by, $one->byLines, array_slice($this->was, $one->at, $one->lines));

        return implode('', $lines);
    }

    /**
     * @param  list<string>  $lines
     * @return list<string>
     */
    private static function bare(array $lines): array
    {
        return array_map(fn (string $line): string => rtrim($line, "\r\n"), $lines);
    }
}
