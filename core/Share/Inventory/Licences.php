<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

/** Licences by their identifiers in the SPDX License List, and expressions of them. */
final class Licences
{
    /** Those that are told by their identifiers; any other is told by its name. */
    public const KNOWN = [
        '0BSD',
        'AGPL-3.0-only',
        'AGPL-3.0-or-later',
        'Apache-2.0',
        'Artistic-2.0',
        'BSD-2-Clause',
        'BSD-3-Clause',
        'BSL-1.0',
        'CC-BY-4.0',
        'CC-BY-NC-4.0',
        'CC-BY-NC-ND-4.0',
        'CC-BY-NC-SA-4.0',
        'CC-BY-ND-4.0',
        'CC-BY-SA-4.0',
        'CC0-1.0',
        'EPL-1.0',
        'EPL-2.0',
        'EUPL-1.2',
        'GPL-2.0-only',
        'GPL-2.0-or-later',
        'GPL-3.0-only',
        'GPL-3.0-or-later',
        'ISC',
        'LGPL-2.1-only',
        'LGPL-2.1-or-later',
        'LGPL-3.0-only',
        'LGPL-3.0-or-later',
        'MIT',
        'MPL-2.0',
        'OFL-1.1',
        'Unlicense',
        'WTFPL',
        'Zlib',
    ];

    /** Exceptions to them, in the same list. */
    private const EXCEPTIONS = ['Classpath-exception-2.0', 'GCC-exception-3.1', 'LLVM-exception'];

    public static function isKnown(string $licence): bool
    {
        return in_array($licence, self::KNOWN, true);
    }

    /** Whether it is a licence expression (SPDX 2.3, annex D) of identifiers that are known; one alone is one, too. */
    public static function isExpression(string $licence): bool
    {
        $one = '(?:'.self::either(self::KNOWN).')(?: WITH (?:'.self::either(self::EXCEPTIONS).'))?';

        return strlen($licence) <= 200 &&
            preg_match("/^(?<all>(?:{$one}|\\((?&all)\\))(?: (?:AND|OR) (?:{$one}|\\((?&all)\\)))*)$/D", $licence) === 1;
    }

    /** @param  list<string>  $ids */
    private static function either(array $ids): string
    {
        return implode('|', array_map(fn (string $id): string => preg_quote($id, '/'), $ids));
    }
}
