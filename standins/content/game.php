<?php

declare(strict_types=1);

// Makes the archive of an old version of the game, as somebody has it who has the game: php standins/content/game.php --version 1.4.9 --out
// FILE

namespace Standins\Content;

require __DIR__.'/ClassFile.php';
require __DIR__.'/Archive.php';

$options = getopt('', ['version:', 'out:']);
Archive::game((string) ($options['out'] ?? exit("--out FILE is missing\n")), (string) ($options['version'] ?? '1.4.9'));
