<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\Quiet;
use Stasimon\Core\Document\UnusableDocument;

/**
 * A pattern of a definition, which comes from strangers: it gives up on a text after so many steps. What a step is, and that a
 * pattern may bring its limit along, is in pcre2pattern(3), "Setting match resource limits"; a lower limit of its own stands.
 */
final class Pattern
{
    /** Steps for one text. Ten thousand take some 60 microseconds; the patterns of our own definitions need some hundreds. */
    private const STEPS = '(*LIMIT_MATCH=10000)';

    /** Characters of a pattern. */
    private const LONGEST = 2_000;

    /** @throws UnusableDocument for what is no pattern with its delimiters, or has no group that is asked for */
    public static function read(Node $node, string $group = ''): string
    {
        $pattern = self::bounded($node->text());
        if (
            strlen($pattern) > self::LONGEST ||
            Quiet::ask(fn (): int|false => preg_match($pattern, ''))[0] === false ||
            ($group !== '' && ! str_contains($pattern, "(?<{$group}>"))
        ) {
            throw $node->wrong(
                'a pattern with its delimiters'.
                    ($group === '' ? '' : " and a group \"{$group}\"").
                    ' is expected, of at most '.
                    self::LONGEST.
                    ' characters.',
            );
        }

        return $pattern;
    }

    /** The pattern with its limit, which stands behind the delimiter that opens it. */
    public static function bounded(string $pattern): string
    {
        $pattern = ltrim($pattern);

        return $pattern === '' ? '' : $pattern[0].self::STEPS.substr($pattern, 1);
    }

    /** As it stands in the definition. */
    public static function plain(string $bounded): string
    {
        return str_replace(self::STEPS, '', $bounded);
    }
}
