<?php

declare(strict_types=1);

namespace Tests\Support;

use Random\Engine\Mt19937;
use Random\Randomizer;

/** Values that no form and no depot of ours sends, from a seed. */
final class Oddities
{
    public readonly Randomizer $dice;

    public function __construct(int $seed)
    {
        $this->dice = new Randomizer(new Mt19937($seed));
    }

    /**
     * @template T
     *
     * @param  non-empty-list<T>  $of
     * @return T
     */
    public function pick(array $of): mixed
    {
        return $of[$this->dice->getInt(0, count($of) - 1)];
    }

    /** For a field of a form: everything arrives as text or as lists of it. */
    public function ofForm(): mixed
    {
        return $this->pick([
            '',
            ' ',
            '0',
            '-1',
            '1e9',
            '9223372036854775808',
            '2147483648',
            '99999999999999999999',
            'true',
            "\0",
            "a\0b",
            "\xff\xfe",
            "\xed\xa0\x80",
            "\u{202e}txt.exe",
            "\u{0000}",
            '💥',
            str_repeat('x', 300),
            str_repeat('é', 70_000),
            '../../etc/passwd',
            '%00',
            "'; drop table packages; --",
            '<script>alert(1)</script>',
            '{{ 7*7 }}',
            '*',
            '>=',
            '[1,',
            "line\nline",
            '.',
            '..',
            '2024',
            [],
            [''],
            ['a' => 'b'],
            [['x']],
            [[[[['deep']]]]],
            ["\0"],
            ["\xff"],
            array_fill(0, 300, 'gulls'),
            null,
        ]);
    }

    /** For a field of a JSON document. */
    public function ofDocument(): mixed
    {
        return $this->pick([
            null,
            true,
            false,
            0,
            -1,
            1.5,
            PHP_INT_MAX,
            PHP_INT_MIN,
            1e300,
            '',
            ' ',
            '0',
            "\0",
            "a\0b",
            "\u{202e}x",
            "\u{feff}",
            '💥',
            str_repeat('x', 300),
            str_repeat('é', 5_000),
            '../../etc',
            '2024',
            '0000-00-00',
            '300000-01-01T00:00:00Z',
            '2031-01-01T29:00:00Z',
            '>=3.5.0',
            '[1,',
            '||',
            '=',
            '*',
            [],
            [null],
            [[]],
            ['x'],
            [1, 2],
            ['id' => 'gulls'],
            (object) [],
            (object) ['id' => 'gulls', 'range' => '>>'],
            [['id' => 'ferrywright', 'range' => '>=9.9.9']],
            [['anyOf' => []]],
            [['id' => str_repeat('y', 200)]],
            'ferrywright',
            'gulls',
            'sequence',
            'interval',
            'game',
            'loader',
        ]);
    }
}
