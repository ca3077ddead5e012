<?php

declare(strict_types=1);

namespace Stasimon\Core\Game;

/**
 * A line of a log in which a person has marked what changes from one time to the next, as the pattern that finds the like of it.
 */
final readonly class MarkedLine
{
    /** What each thing that can be marked looks like where it changes. */
    private const LOOKS = [
        'package' => '[\w.+-]+',
        'version' => '[\w.+-]+',
        'target' => '[\w.+-]+',
        'range' => '[^,;)]+?',
        'found' => '[\w.+-]+',
        'file' => '[^\s"\'()]+',
        'class' => '[\w.$\/]+',
        'what' => '.+?',
        'why' => '.+',
    ];

    private function __construct(public string $pattern)
    {
    }

    /** @return list<string> what can be marked */
    public static function groups(): array
    {
        return array_keys(self::LOOKS);
    }

    /**
     * The pattern of a line. Numbers that are not marked may be others another time, and so may blanks be more of them; all else
     * is as it is.
     *
     * @param  string  $message  of the line, without its time and level
     * @param  list<array{group: string, text: string}>  $marks  as they stand in it, from left to right
     * @return self|null null where a mark is no part of the line, or of a kind that there is not
     */
    public static function of(string $message, array $marks): ?self
    {
        $pattern = '';
        $rest = $message;
        foreach ($marks as $mark) {
            $at = $mark['text'] === '' ? false : strpos($rest, $mark['text']);
            if ($at === false || ! isset(self::LOOKS[$mark['group']]) || str_contains($pattern, "(?<{$mark['group']}>")) {
                return null;
            }
            $looks = self::LOOKS[$mark['group']];
            // Where what is marked has other characters than such things mostly have, it is whatever stands there.
            $looks = preg_match("~^{$looks}$~Du", $mark['text']) === 1 ? $looks : '.+?';
            $pattern .= self::literal(substr($rest, 0, $at))."(?<{$mark['group']}>{$looks})";
            $rest = substr($rest, $at + strlen($mark['text']));
        }

        return new self('/'.$pattern.self::literal($rest).($rest === '' && $marks !== [] ? '$' : '').'/');
    }

    private static function literal(string $text): string
    {
        return (string) preg_replace(['/\d+/', '/ +/'], ['\\d+', ' +'], preg_quote($text, '/'));
    }
}
