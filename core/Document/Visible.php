<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

/** Text of strangers that a person has to see as it is. */
final class Visible
{
    /** More blanks than these in a row are counted, so that nothing stands behind them unseen. */
    private const BLANKS = 3;

    /** One line of it: what would not be seen, or turns the direction of what follows, stands there as its code point. */
    public static function text(string $text): string
    {
        $text = mb_scrub($text);
        $text = (string) preg_replace_callback(
            '/[\p{Cc}\p{Cf}\p{Co}\p{Zl}\p{Zp}]|(?! )\p{Zs}/u',
            fn (array $found): string => sprintf('⟨U+%04X⟩', mb_ord($found[0])),
            $text,
        );

        return (string) preg_replace_callback(
            '/ {'.(self::BLANKS + 1).',}/',
            fn (array $found): string => '⟨'.strlen($found[0]).' blanks⟩',
            $text,
        );
    }

    /** Whether it is shown as it is. */
    public static function isPlain(string $text): bool
    {
        return self::text($text) === $text;
    }
}
