<?php

declare(strict_types=1);

/*
 * Files as they come from a page and not from a depot, written into a folder: php standins/content/page.php --out FOLDER
 *
 * One that a depot turns out to have, one newer than any depot's, a plain archive with its mod in one folder among sources,
 * and one that says nothing of itself.
 */

use Standins\Content\Archive;

require __DIR__.'/Archive.php';
require __DIR__.'/ClassFile.php';

$out = rtrim(getopt('', ['out:'])['out'] ?? exit("Usage: php standins/content/page.php --out FOLDER\n"), '/');
is_dir($out) || mkdir($out, 0o755, true);
$descriptor = fn (string $id, string $version, string $name, array $needs): array => [
    'id' => $id,
    'version' => $version,
    'name' => $name,
    'type' => 'mod',
    'loaders' => ['halyard'],
    'side' => 'both',
    'needs' => ['ferrywright' => '>=3.2.0'] + $needs,
    'needsOneOf' => [],
    'breaks' => [],
    'provides' => [],
    'memory' => 20,
];
Archive::write("{$out}/Bell-Buoys-9.0.0.zip", $descriptor('bell-buoys', '9.0.0', 'Bell Buoys', []), 61, 60, 9);
Archive::write("{$out}/tide-clock.zip", $descriptor('tide-clock', '1.4.0', 'Tide Clock', ['kedge-bones' => '>=3.0.0']), 61, 80, 10);

// Their authors say what may be done with them, as authors do.
foreach (
    [
        'tide-clock.zip' => [
            'LICENSE.txt',
            <<<'TEXT'
            MIT License

            Copyright (c) 2026 the makers of Tide Clock

            Permission is hereby granted, free of charge, to any person obtaining a copy of this software and associated documentation
            files (the "Software"), to deal in the Software without restriction, including without limitation the rights to use, copy,
            modify, merge, publish, distribute, sublicense, and/or sell copies of the Software.
            TEXT
            ,
        ],
        'Bell-Buoys-9.0.0.zip' => ['READ ME.txt', "Sound over water.\nPlease do not reupload this anywhere, link to it instead.\n"],
    ] as $archive => [$name, $text]
) {
    $zip = new ZipArchive();
    $zip->open("{$out}/{$archive}");
    $zip->addFromString($name, $text);
    $zip->setMtimeName($name, 946_684_800);
    $zip->close();
}

// The mod itself lies deep in what its author keeps beside it.
$inner = "{$out}/inner.zip";
Archive::write($inner, $descriptor('harbour-bells', '2.1.0', 'Harbour Bells', []), 61, 40, 11);
$from = new ZipArchive();
$from->open($inner);
$plain = new ZipArchive();
$plain->open("{$out}/Harbour_Bells-v2.1.zip", ZipArchive::CREATE | ZipArchive::OVERWRITE);
foreach (
    [
        'READ ME.txt' => "Bells for harbours. Put the folder \"bells\" where mods go.\n",
        'source/Bells.java' => "class Bells {}\n",
        'source/Rope.java' => "class Rope {}\n",
        'pictures/harbour.txt' => "imagine one\n",
    ] as $name => $text
) {
    $plain->addFromString("harbour-bells/{$name}", $text);
}
for ($i = 0; $i < $from->numFiles; $i++) {
    $plain->addFromString('harbour-bells/bells/'.$from->getNameIndex($i), (string) $from->getFromIndex($i));
}
$plain->close();
$from->close();
unlink($inner);

$lanterns = new ZipArchive();
$lanterns->open("{$out}/Paper Lanterns 0.3 (1).zip", ZipArchive::CREATE | ZipArchive::OVERWRITE);
foreach (['paper', 'silk', 'storm'] as $name) {
    $lanterns->addFromString("assets/lanterns/{$name}.png", "\x89PNG\r\n\x1a\n".str_repeat($name, 2_000));
}
$lanterns->close();
