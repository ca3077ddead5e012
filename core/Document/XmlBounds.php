<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

/**
 * Whether a stranger's XML is given to a parser. libxml takes time by the square of an element's attributes, and a tree takes
 * memory for each element, so that a kilobyte in an archive can hold a machine up.
 */
final class XmlBounds
{
    /** Of one element. */
    public const ATTRIBUTES = 500;

    public const ELEMENTS = 100_000;

    /** Why it is not; nothing where it is. No value of an attribute and no text has "<" in it: XML 1.0, 2.4 and 3.1. */
    public static function problem(string $text, int $elements = self::ELEMENTS): string
    {
        // Of two bytes a character, where it is written so.
        $text = str_replace("\0", '', $text);
        if (preg_match_all('~<[^/!?]~', $text) > $elements) {
            return 'it has more than '.number_format($elements).' elements';
        }
        foreach (explode('<', $text) as $part) {
            // Most parts are short: what could have so many is looked at alone.
            if (
                strlen($part) > self::ATTRIBUTES * 4 &&
                preg_match_all('~=\s*+["\']~', $part) > self::ATTRIBUTES &&
                preg_match('~^[/!?]~', $part) !== 1
            ) {
                return 'an element of it has more than '.self::ATTRIBUTES.' attributes';
            }
        }

        return '';
    }
}
