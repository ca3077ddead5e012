<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/**
 * What becomes of a config when its pack has a newer release: docs/formats/merging.md. Every byte of it comes from one of the
 * three texts; where that cannot be, it is contested, and mine stays.
 */
final readonly class ConfigMerge
{
    /**
     * @param  string|null  $text  what it becomes; null where it goes
     * @param  list<array{string, string, string}>  $contested  where both changed it: a line or a key, mine, the pack's; mine stays
     */
    private function __construct(public ?string $text, public array $contested)
    {
    }

    /**
     * @param  string|null  $was  null where there was none
     * @param  string|null  $mine  the same
     * @param  string|null  $now  the same
     */
    public static function of(string $path, ?string $was, ?string $mine, ?string $now): self
    {
        if ($was === $now || $mine === $now) {
            return new self($mine, []);
        }
        if ($was === $mine) {
            return new self($now, []);
        }
        if ($mine === null || $now === null) {
            return new self($mine, [['the whole of it', self::shown($mine ?? ''), self::shown($now ?? '')]]);
        }
        $syntax = ConfigSyntax::ofPath($path);
        [$before, $ours, $theirs] = [Encoded::read($syntax, $was ?? $mine), Encoded::read($syntax, $mine), Encoded::read($syntax, $now)];
        if ($before === null || $ours === null || $theirs === null) {
            return new self($mine, [['the whole of it', 'not a text', 'not a text']]);
        }
        if (! $before->isWrittenAs($ours) || ! $ours->isWrittenAs($theirs) || ! $before->isWrittenAs($theirs)) {
            return new self($mine, [['the whole of it', "in {$ours->words()}", "in {$theirs->words()}"]]);
        }
        $merged = self::ofTexts($syntax, $was === null ? '' : $before->text, $ours->text, $theirs->text);
        $bytes = ($ours->isPlain() ? $theirs : $ours)->with((string) $merged->text);

        return $bytes === null ? new self($mine, [['the whole of it', $ours->text, $theirs->text]]) : new self($bytes, $merged->contested);
    }

    private static function ofTexts(?ConfigSyntax $syntax, string $was, string $mine, string $now): self
    {
        $spans = array_map(fn (string $text): ?Spans => Spans::of($syntax, $text), [$was, $mine, $now]);

        return $spans[0] === null || $spans[1] === null || $spans[2] === null ? self::byLines($was, $mine, $now, [])
            : self::byValues($syntax, $spans[0], $spans[1], $spans[2]);
    }

    /** @param  list<array{string, string, string}>  $contested */
    private static function byLines(string $was, string $mine, string $now, array $contested, bool $isApart = false): self
    {
        $lines = TextMerge::of($was, $mine, $now, $isApart);

        $told = array_map(fn (array $one): array => ["line {$one[0]}", self::shown($one[1]), self::shown($one[2])], $lines->contested);

        return new self($lines->text, [...$contested, ...$told]);
    }

    /**
     * First the values that all three have: each as whoever changed it has it, in its place in all three, so that they stand in
     * nobody's way. What differs then are keys that came and went, their order and comments: that goes by lines.
     */
    private static function byValues(?ConfigSyntax $syntax, Spans $was, Spans $mine, Spans $now): self
    {
        $contested = [];
        /** @var array{array<string, string>, array<string, string>, array<string, string>} $values */
        $values = [[], [], []];
        foreach (array_keys($was->at) as $pointer) {
            $pointer = (string) $pointer;
            [$before, $ours, $theirs] = [$was->value($pointer), $mine->value($pointer), $now->value($pointer)];
            // What is empty or open has no place in which another value could stand.
            $all = [$before, $ours, $theirs];
            if ($before === null || $ours === null || $theirs === null || array_intersect($all, ['', Spans::OPEN]) !== []) {
                continue;
            }
            $isOurs = ! Spans::areAlike($syntax, $before, $ours);
            $becomes = $isOurs ? $ours : $theirs;
            if ($isOurs && ! Spans::areAlike($syntax, $before, $theirs) && ! Spans::areAlike($syntax, $ours, $theirs)) {
                $contested[] = [$pointer, self::shown($ours), self::shown($theirs)];
            }
            foreach ([$before, $ours, $theirs] as $side => $value) {
                $values[$side] += $value === $becomes ? [] : [$pointer => $becomes];
            }
        }
        $texts = [$was->with($values[0]), $mine->with($values[1]), $now->with($values[2])];
        // Keys stand for themselves, wherever they stand; whether each has come to what it should, the text that is made says.
        $merged = self::byLines(...$texts, contested: $contested, isApart: true);
        if (count($merged->contested) > count($contested) || ! self::says($syntax, (string) $merged->text, $was, $mine, $now)) {
            $merged = self::byLines(...$texts, contested: $contested);
        }

        return count($merged->contested) > count($contested) || self::says($syntax, (string) $merged->text, $was, $mine, $now) ? $merged
            : new self($mine->text, [['the whole of it', self::shown($mine->text), self::shown($now->text)]]);
    }

    /** Whether a text has every key that it should have with its value, and no other. */
    private static function says(?ConfigSyntax $syntax, string $text, Spans $was, Spans $mine, Spans $now): bool
    {
        $made = Spans::of($syntax, $text);
        if ($made === null) {
            return false;
        }
        foreach (array_map(strval(...), array_keys($mine->at + $now->at)) as $pointer) {
            [$before, $ours, $theirs] = [$was->value($pointer), $mine->value($pointer), $now->value($pointer)];
            if (! Spans::areAlike($syntax, $made->value($pointer), Spans::areAlike($syntax, $before, $ours) ? $theirs : $ours)) {
                return false;
            }
        }

        return array_diff_key($made->at, $mine->at, $now->at) === [];
    }

    private static function shown(string $text): string
    {
        return mb_scrub($text, 'UTF-8');
    }
}
