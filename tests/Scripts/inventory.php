<?php

declare(strict_types=1);

// Prints an inventory of what is plain and of what is odd, or of what chance makes, or the licences that are told by identifiers:
// php inventory.php FORM [SEED]

use Random\Engine\Mt19937;
use Random\Randomizer;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Share\Inventory\Contents;
use Stasimon\Core\Share\Inventory\Forms;
use Stasimon\Core\Share\Inventory\Licences;
use Stasimon\Core\Share\Item;

require __DIR__.'/../../vendor/autoload.php';

$items = [
    new Item('ferrywright', 'Ferrywright', '3.2.1', Kind::Game),
    new Item('java', 'Java', '21', Kind::Runtime),
    new Item(
        'fogbank',
        'Fogbank Weather',
        '2.1.0',
        Kind::Mod,
        hash('sha256', 'fogbank'),
        1234,
        'MIT OR Apache-2.0',
        'Slipway',
        needs: ['odd+one', 'halyard'],
    ),
    new Item(
        'odd+one',
        '=cmd|"/c", "x"',
        '1.0 beta/ä?#@%&',
        Kind::ResourcePack,
        hash('sha256', 'odd'),
        5,
        'Ask | the *author*',
        '',
        false,
        ['halyard'],
    ),
    new Item('halyard', 'Halyard', '0.16.4+build.7', Kind::Loader, '', 0, 'LGPL-3.0-only', 'Slipway'),
];
if (isset($argv[2])) {
    $dice = new Randomizer(new Mt19937((int) $argv[2]));
    $texts = [
        '0',
        '1.0',
        'é',
        "a\tb",
        'a b',
        '%41',
        '#',
        '?',
        '@',
        '/',
        ':',
        '+',
        '&amp;',
        '"',
        "'",
        '<x>',
        '|',
        '\\',
        'ア',
        "\u{1F6A2}",
        '-x',
        '=1',
        '..',
        '~',
        'A',
        ' ',
        "\u{FF1D}1",
        'x;y',
    ];
    // No id and no version begins or ends with a blank.
    $text = fn (): string => ($made = trim(
        implode('', array_map(fn (): string => $texts[$dice->getInt(0, count($texts) - 1)], range(1, $dice->getInt(1, 3)))),
    )) === ''
        ? '1'
        : $made;
    $licences = [
        '',
        'MIT',
        '(MIT OR Apache-2.0) AND Zlib',
        'GPL-2.0-only WITH Classpath-exception-2.0',
        'mit',
        'MIT OR mine',
        'MIT AND',
        $text(),
        '0',
    ];
    $items = [];
    for ($n = $dice->getInt(0, 6); $n > 0; $n--) {
        $id = $dice->getInt(0, 6) === 0 ? '0' : $text().$n;
        $items[$id] = new Item(
            $id,
            $text(),
            $text(),
            Kind::cases()[$dice->getInt(0, count(Kind::cases()) - 1)],
            $dice->getInt(0, 1) === 0 ? '' : hash('sha256', (string) $n),
            $n,
            $licences[$dice->getInt(0, count($licences) - 1)],
            $text(),
            (bool) $dice->getInt(0, 1),
            array_map(strval(...), array_keys($items)),
        );
    }
    $items = array_values($items);
}
$contents = new Contents('Harbour "Lights" | <b>', $items, '2026-11-27T05:00:00Z');
$written = fn (string $form): string => (new (Forms::ALL[$form])())->write($contents);
echo match (true) {
    isset($argv[1], Forms::ALL[$argv[1]]) => $written($argv[1]),
    ($argv[1] ?? '') === 'licences' => json_encode(Licences::KNOWN),
    // All of them, with what went in.
    default => json_encode([
        'items' => $items,
        'cyclonedx' => json_decode($written('cyclonedx')),
        'spdx' => json_decode($written('spdx')),
        'urls' => explode("\n", trim($written('purl'), "\n")),
        'csv' => $written('csv'),
    ]),
};
