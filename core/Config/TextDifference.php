<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * How a text differs from another one, place by place, each of which can be taken back alone: first the values of keys that both
 * have, then what differs in lines all the same.
 */
final readonly class TextDifference
{
    /**
     * @param  array<string, string>  $values  pointer => how its value was written
     * @param  list<string>  $was  lines with their ends
     * @param  list<string>  $now  the same, with the values as they were
     * @param  list<LineChange>  $changes  of these lines
     */
    private function __construct(
        private string $text,
        private ?Spans $spans,
        private array $values,
        private array $was,
        private array $now,
        private array $changes,
    ) {
    }

    public static function of(?ConfigSyntax $syntax, string $was, string $now): self
    {
        [$before, $after] = [Spans::of($syntax, $was), Spans::of($syntax, $now)];
        $values = $before === null || $after === null ? [] : self::otherValues($before, $after);
        [$from, $to] = [Lines::of($was), Lines::of($after === null ? $now : $after->with($values))];

        return new self($now, $after, $values, $from, $to, Lines::changes($from, $to));
    }

    /** @return array<string, string> pointer of a value that both have otherwise, on one line => how it was written */
    private static function otherValues(Spans $before, Spans $after): array
    {
        $values = [];
        foreach (array_map(strval(...), array_keys($after->at)) as $pointer) {
            [$was, $is] = [$before->value($pointer), $after->value($pointer)];
            // What is empty or open has no place in which another value could stand.
            $are = ! in_array($was, [null, '', Spans::OPEN], true) && ! in_array($is, [null, '', Spans::OPEN], true);
            if ($are && $was !== $is && strpbrk($was.$is, "\r\n") === false) {
                $values[$pointer] = $was;
            }
        }

        return $values;
    }

    /** @return list<DifferentPlace> ascending by line */
    public function places(): array
    {
        return array_map(fn (array $one): DifferentPlace => $one[1], $this->parts());
    }

    /** The text as it is now, but for one place that is as it was; null where there is no such place. */
    public function takenBack(int $place): ?string
    {
        $part = $this->parts()[$place][0] ?? null;
        if (is_string($part)) {
            return $this->spans?->with([$part => $this->values[$part]]);
        }
        if ($part === null) {
            return null;
        }
        $lines = Lines::of($this->text);
        array_splice($lines, $part->by, $part->byLines, array_slice($this->was, $part->at, $part->lines));

        return implode('', $lines);
    }

    /** @return list<array{string|LineChange, DifferentPlace}> the pointer of a value, or lines */
    private function parts(): array
    {
        $parts = [];
        foreach ($this->changes as $one) {
            [$was, $now] = [array_slice($this->was, $one->at, $one->lines), array_slice($this->now, $one->by, $one->byLines)];
            $parts[] = [$one, new DifferentPlace($one->by + 1, [], self::bare($was), self::bare($now))];
        }
        foreach ($this->values as $pointer => $was) {
            $line = 1 + substr_count($this->text, "\n", 0, $this->spans->at[$pointer][0] ?? 0);
            $key = array_map(fn (string $name): string => strtr($name, ['~1' => '/', '~0' => '~']), array_slice(explode('/', $pointer), 1));
            $parts[] = [$pointer, new DifferentPlace($line, $key, [$was], [(string) $this->spans?->value($pointer)])];
        }
        usort($parts, fn (array $a, array $b): int => $a[1]->line <=> $b[1]->line);

        return $parts;
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
