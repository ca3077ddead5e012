<?php

declare(strict_types=1);

namespace Stasimon\Core\Version;

/**
 * A version in Maven's order.
 *
 * Source: Maven POM reference, "Version Order Specification", and where it is silent what ComparableVersion of Maven 3.8
 * does, which the tests hold this against: tokens are separated by dots, hyphens and by the change between digits and
 * letters; each hyphen and each such change opens a sub-list; trailing null values are dropped.
 */
final readonly class MavenVersion implements Version
{
    private const QUALIFIERS = ['alpha' => 0, 'beta' => 1, 'milestone' => 2, 'rc' => 3, 'snapshot' => 4, '' => 5, 'sp' => 6];

    private const SAME = ['ga' => '', 'final' => '', 'release' => '', 'cr' => 'rc'];

    /** @param  list<mixed>  $items  digits as "#123", qualifiers as text, sub-lists as lists */
    private function __construct(private array $items)
    {
    }

    /** @throws UnusableVersion */
    public static function of(string $text): self
    {
        if ($text === '') {
            throw UnusableVersion::empty();
        }

        return new self(self::normalise(self::nest(self::tokens(strtolower($text)))));
    }

    public function compare(Version $other): int
    {
        return self::compareLists($this->items, $other instanceof self ? $other->items : []);
    }

    /** @return list<string>  items and the separator "-" that opens a sub-list */
    private static function tokens(string $text): array
    {
        $tokens = [];
        $item = '';
        $length = strlen($text);
        for ($i = 0; $i < $length; $i++) {
            $character = $text[$i];
            if ($character === '.' || $character === '-') {
                $tokens[] = self::item($item, false);
                if ($character === '-') {
                    $tokens[] = '-';
                }
                $item = '';
            } elseif ($item !== '' && ctype_digit($character) !== ctype_digit($item[strlen($item) - 1])) {
                $tokens = [...self::apart($tokens, $item), self::item($item, ctype_digit($character)), '-'];
                $item = $character;
            } else {
                $item .= $character;
            }
        }
        if ($item !== '') {
            $tokens = [...self::apart($tokens, $item), self::item($item, false)];
        }

        return $tokens;
    }

    /**
     * A qualifier after a dot opens a sub-list as one after a hyphen does: ".foo" is "-foo".
     *
     * @param  list<string>  $tokens
     * @return list<string>
     */
    private static function apart(array $tokens, string $item): array
    {
        return $tokens === [] || end($tokens) === '-' || ctype_digit($item) ? $tokens : [...$tokens, '-'];
    }

    private static function item(string $text, bool $digitFollows): string
    {
        if ($text === '') {
            return '#0';
        }
        if (ctype_digit($text)) {
            $trimmed = ltrim($text, '0');

            return '#'.($trimmed === '' ? '0' : $trimmed);
        }
        if ($digitFollows && strlen($text) === 1) {
            $text = ['a' => 'alpha', 'b' => 'beta', 'm' => 'milestone'][$text] ?? $text;
        }

        return '='.(self::SAME[$text] ?? $text);
    }

    /**
     * @param  list<string>  $tokens
     * @return list<mixed>
     */
    private static function nest(array $tokens): array
    {
        $cut = array_search('-', $tokens, true);
        if ($cut === false) {
            return $tokens;
        }
        $head = array_slice($tokens, 0, $cut);
        $head[] = self::nest(array_slice($tokens, $cut + 1));

        return $head;
    }

    /**
     * @param  list<mixed>  $items
     * @return list<mixed>
     */
    private static function normalise(array $items): array
    {
        foreach ($items as $i => $item) {
            if (is_array($item)) {
                $items[$i] = self::normalise(array_values($item));
            }
        }
        for ($i = count($items) - 1; $i >= 0; $i--) {
            if ($items[$i] === '#0' || $items[$i] === '=' || $items[$i] === []) {
                array_splice($items, $i, 1);
            } elseif (! is_array($items[$i])) {
                break;
            }
        }

        return $items;
    }

    /**
     * @param  list<mixed>  $a
     * @param  list<mixed>  $b
     */
    private static function compareLists(array $a, array $b): int
    {
        $length = max(count($a), count($b));
        for ($i = 0; $i < $length; $i++) {
            $order = self::compareItems($a[$i] ?? null, $b[$i] ?? null);
            if ($order !== 0) {
                return $order;
            }
        }

        return 0;
    }

    private static function compareItems(mixed $a, mixed $b): int
    {
        if ($a === null) {
            return $b === null ? 0 : -self::compareItems($b, null);
        }
        if (is_array($a)) {
            return match (true) {
                $b === null => self::compareLists(array_values($a), []),
                is_array($b) => self::compareLists(array_values($a), array_values($b)),
                default => self::isNumber($b) ? -1 : 1,
            };
        }
        if (self::isNumber($a)) {
            return match (true) {
                $b === null => $a === '#0' ? 0 : 1,
                self::isNumber($b) => self::compareNumbers($a, $b),
                default => 1,
            };
        }

        return match (true) {
            $b === null => self::compareQualifiers($a, '='),
            self::isNumber($b), is_array($b) => -1,
            default => self::compareQualifiers($a, $b),
        };
    }

    private static function isNumber(mixed $item): bool
    {
        return is_string($item) && str_starts_with($item, '#');
    }

    private static function compareNumbers(mixed $a, mixed $b): int
    {
        $a = is_string($a) ? $a : '';
        $b = is_string($b) ? $b : '';

        return (strlen($a) <=> strlen($b)) ?: (strcmp($a, $b) <=> 0);
    }

    private static function compareQualifiers(mixed $a, mixed $b): int
    {
        $a = is_string($a) ? substr($a, 1) : '';
        $b = is_string($b) ? substr($b, 1) : '';
        $rankA = self::QUALIFIERS[$a] ?? count(self::QUALIFIERS);
        $rankB = self::QUALIFIERS[$b] ?? count(self::QUALIFIERS);
        if ($rankA === count(self::QUALIFIERS) && $rankB === $rankA) {
            return strcmp($a, $b) <=> 0;
        }

        return $rankA <=> $rankB;
    }
}
