<?php

declare(strict_types=1);

// Prints an inventory of what is plain and of what is odd, or the licences that are told by identifiers: php inventory.php FORM

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Share\Inventory;
use Stasimon\Core\Share\Item;

require __DIR__.'/../../vendor/autoload.php';

$inventory = new Inventory('Harbour "Lights" | <b>', [
    new Item('ferrywright', 'Ferrywright', '3.2.1', Kind::Game),
    new Item('java', 'Java', '21', Kind::Runtime),
    new Item('fogbank', 'Fogbank Weather', '2.1.0', Kind::Mod, hash('sha256', 'fogbank'), 1234, 'MIT', 'Slipway'),
    new Item('odd+one', '=cmd|"/c", "x"', '1.0 beta/ä?#@%&', Kind::ResourcePack, hash('sha256', 'odd'), 5, 'Ask | the *author*', ''),
    new Item('halyard', 'Halyard', '0.16.4+build.7', Kind::Loader, '', 0, 'LGPL-3.0-only', 'Slipway'),
], '2026-11-27T05:00:00Z');
echo match ($argv[1] ?? '') {
    'cyclonedx' => $inventory->cycloneDx(), 'spdx' => $inventory->spdx(), 'purl' => $inventory->urls(), 'csv' => $inventory->csv(), 'markdown' => $inventory->markdown(), default => json_encode(Inventory::licences()),
};
