<?php

declare(strict_types=1);

use Stasimon\Core\Evidence\Licence;

// The texts that Debian ships in base-files, each under its own name, and those in the copyright files of its packages
// ("Machine-readable debian/copyright file", version 1.0), where people who package them have named each. None is ours.

it('names every licence of Debian\'s common licences by its text', function (): void {
    $names = [
        'Apache-2.0' => 'Apache-2.0',
        'Artistic' => 'Artistic-1.0-Perl',
        'BSD' => 'BSD-3-Clause',
        'CC0-1.0' => 'CC0-1.0',
        'GFDL-1.2' => 'GFDL-1.2',
        'GFDL-1.3' => 'GFDL-1.3',
        'GPL-1' => 'GPL-1.0',
        'GPL-2' => 'GPL-2.0',
        'GPL-3' => 'GPL-3.0',
        'LGPL-2' => 'LGPL-2.0',
        'LGPL-2.1' => 'LGPL-2.1',
        'LGPL-3' => 'LGPL-3.0',
        'MPL-1.1' => 'MPL-1.1',
        'MPL-2.0' => 'MPL-2.0',
    ];
    $told = [];
    foreach (array_keys($names) as $name) {
        $told[$name] = Licence::ofText((string) file_get_contents("/usr/share/common-licenses/{$name}"))->id;
    }
    expect($told)->toBe($names);
});

it('names what packagers have named, and never another family', function (): void {
    $families = [
        'Expat' => 'MIT',
        'ISC' => 'ISC',
        'Zlib' => 'Zlib',
        'Apache-2.0' => 'Apache-2.0',
        'BSD-2-clause' => 'BSD',
        'BSD-3-clause' => 'BSD',
        'MPL-1.1' => 'MPL-1.1',
        'Unlicense' => 'Unlicense',
        'BSL-1.0' => 'BSL-1.0',
        'CC-BY-4.0' => 'CC-BY-4.0',
    ];
    $same = $other = $unnamed = 0;
    foreach (glob('/usr/share/doc/*/copyright') ?: [] as $file) {
        foreach (preg_split('/\n\s*\n/', (string) file_get_contents($file)) ?: [] as $stanza) {
            // A stanza of its own that has the text, and not the one line that points to it.
            if (
                preg_match('/^License: (\S+)\n((?: .*\n?)+)$/', trim($stanza)."\n", $part) === 1 &&
                isset($families[$part[1]]) &&
                strlen($part[2]) > 500
            ) {
                $told = Licence::ofText($part[2])->id;
                $family = str_starts_with($told, 'BSD-') ? 'BSD' : $told;
                $told === '' ? $unnamed++ : ($family === $families[$part[1]] ? $same++ : $other++);
            }
        }
    }
    expect($same)
        ->toBeGreaterThan(20)
        ->and($unnamed)
        ->toBeLessThan($same / 20)
        ->and($other)
        ->toBeLessThanOrEqual($same / 50);
});

it('says what forbids it, and nothing where nothing is said', function (string $text, ?bool $passes): void {
    expect(Licence::ofText($text)->passes())->toBe($passes);
})->with([
    ['Copyright 2026 the author. All rights reserved.', false],
    ["You may not\nredistribute this mod.", false],
    ['Do not re-upload without asking.', false],
    ['Reuploading is not allowed.', false],
    ['Re-hosting of this file is forbidden', false],
    ['SPDX-License-Identifier: CC-BY-NC-4.0', true],
    ['Bells for harbours. Put the folder where mods go.', null],
    ['', null],
    ["\xff\xfe\x00", null],
]);
