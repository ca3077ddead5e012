<?php

declare(strict_types=1);

/*
 * The game as it lies on a disk, of one version: php standins/content/install.php --version VERSION --out FOLDER
 *
 * Its program and libraries, what it shows, what it writes into, and a folder of somebody's mods and worlds.
 */

$options = getopt('', ['version:', 'out:']);
$version = $options['version'] ?? exit("Usage: php standins/content/install.php --version VERSION --out FOLDER\n");
$out = rtrim($options['out'] ?? exit("Usage: php standins/content/install.php --version VERSION --out FOLDER\n"), '/');

mt_srand(crc32($version));
$noise = function (int $bytes): string {
    $some = pack('N*', ...array_map(fn (): int => mt_rand(), range(1, 512)));

    return substr(str_repeat($some, 1 + intdiv($bytes, 2048)), 0, $bytes);
};
$files = [
    'ferrywright.json' => json_encode(['game' => 'Ferrywright', 'version' => $version], JSON_PRETTY_PRINT)."\n",
    'engine/ferry' => "#!/bin/sh\nexec true\n",
    'engine/lib/libsea.so.1' => $noise(180_000),
    'engine/lib/libsky.so.2' => $noise(90_000),
    'LICENCE.txt' => "Made up, as all of it is.\n",
    'settings.ini' => "[sound]\nbells = 5\ngulls = 3\n",
    'data/harbour.map' => $noise(64_000),
];
foreach (['quay', 'pier', 'slip', 'mole', 'buoy', 'crane', 'lamp', 'ferry', 'tug', 'barge', 'gull', 'tern'] as $name) {
    $files["data/pictures/{$name}.png"] = $noise(mt_rand(4_000, 30_000));
    $files["data/sounds/{$name}.ogg"] = $noise(mt_rand(4_000, 30_000));
}
foreach ($files as $path => $content) {
    is_dir(dirname("{$out}/{$path}")) || mkdir(dirname("{$out}/{$path}"), 0o755, true);
    file_put_contents("{$out}/{$path}", $content);
}
chmod("{$out}/engine/ferry", 0o755);
@symlink('libsea.so.1', "{$out}/engine/lib/libsea.so");
foreach (['mods', 'worlds'] as $folder) {
    is_dir("{$out}/{$folder}") || mkdir("{$out}/{$folder}");
}
