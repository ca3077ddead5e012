<?php

declare(strict_types=1);

namespace Stasimon\Core\Config;

/** What becomes of a config when its pack has a newer release: JSON key by key, every other text line by line. */
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
            return new self($mine, [['the whole of it', $mine ?? '', $now ?? '']]);
        }
        if (str_contains($was.$mine.$now, "\0") || ! mb_check_encoding($was.$mine.$now, 'UTF-8')) {
            return new self($mine, [['the whole of it', 'not a text', 'not a text']]);
        }
        $lines = TextMerge::of($was ?? '', $mine, $now);
        $syntax = Syntax::ofPath($path);
        $keys = $syntax?->hasKeys() !== true ? null : KeyMerge::of($syntax, $was, $mine, $now);
        if ($keys !== null) {
            // Line by line it keeps comments and spacing, where it comes to the same.
            $isSame = $lines->contested === [] && $keys->contested() === [] && $keys->is($lines->text);

            return new self($isSame ? $lines->text : $keys->text(), $keys->contested());
        }

        return new self($lines->text, array_map(fn (array $one): array => ["line {$one[0]}", $one[1], $one[2]], $lines->contested));
    }
}
