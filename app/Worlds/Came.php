<?php

declare(strict_types=1);

namespace App\Worlds;

/** What became of something between two looks. */
enum Came: string
{
    case New = 'new';
    case Changed = 'changed';
    case Gone = 'gone';

    public static function between(bool $was, bool $is): self
    {
        return match (true) {
            ! $is => self::Gone,
            ! $was => self::New,
            default => self::Changed,
        };
    }

    /**
     * @param  array<string, self>  $all
     * @return array<string, string> as it is kept
     */
    public static function written(array $all): array
    {
        return array_map(fn (self $one): string => $one->value, $all);
    }

    /** Of a thing, as the rest of a sentence. */
    public function words(): string
    {
        return match ($this) {
            self::New => 'is new',
            self::Changed => 'was written into',
            self::Gone => 'is gone',
        };
    }
}
