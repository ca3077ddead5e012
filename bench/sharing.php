<?php

declare(strict_types=1);

// How much a hand-off of 180 packages takes beside the same document in gzip, and how long a pack of them with 400 configs takes
// to be written, read and updated three-way, beside git merging as many texts: php bench/sharing.php

use Stasimon\Core\Config\ConfigMerge;
use Stasimon\Core\Pack\Pack;
use Stasimon\Core\Pack\PackFile;
use Stasimon\Core\Pack\PackUpdate;
use Stasimon\Core\Plan\Base;
use Stasimon\Core\Plan\Plan;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Share\Carried;
use Stasimon\Core\Share\HandOff;
use Stasimon\Core\Share\HandOffDocument;
use Stasimon\Core\Share\HandOffText;
use Stasimon\Core\Share\PackNamed;

require __DIR__.'/../vendor/autoload.php';

$folder = $argv[1] ?? __DIR__.'/../var/depots/slipway';
$versions = [];
foreach (glob("{$folder}/packages/*.json") ?: [] as $file) {
    $package = json_decode((string) file_get_contents($file));
    in_array($package->kind, ['mod', 'library'], true) && count($versions) < 180
        ? ($versions[$package->id] = end($package->releases)->version)
        : null;
}
$given = fn (array $versions): HandOff => new HandOff(
    'Grand Archipelago',
    new Plan(
        new Base('ferrywright', '3.2.1', 'halyard', '0.16.4', 'java', '21', 8192),
        array_map(fn (string $id): Want => new Want($id), array_keys($versions)),
    ),
    $versions,
);
$text = HandOffText::write($given($versions));
printf(
    "%d packages: %d characters; the same document in gzip and base64 %d\n",
    count($versions),
    strlen($text),
    strlen(base64_encode((string) gzencode(HandOffDocument::write($given($versions)), 9))),
);
$own = array_slice($versions, 0, 176) + ['own-one' => '1.0.0', 'own-two' => '1.0.0'];
printf(
    "as what is beyond a pack of them, 4 left out and 2 added: %d characters\n",
    strlen(HandOffText::write($given($own), new PackNamed('grand-archipelago', '4', $given($versions)))),
);
$time = function (string $what, Closure $work): mixed {
    $start = hrtime(true);
    $made = $work();
    printf("%-46s %7.1f ms\n", $what, (hrtime(true) - $start) / 1e6);

    return $made;
};
$config = fn (int $n, string $mark, int $line): string => implode(
    '',
    array_map(fn (int $i): string => "key{$i} = ".($i === $line ? $mark : $n * $i)."\n", range(1, 60)),
);
$was = $now = $mine = [];
for ($n = 0; $n < 400; $n++) {
    $was["config/mod{$n}.cfg"] = $config($n, '', 0);
    $now["config/mod{$n}.cfg"] = $config($n, 'pack', 10);
    $mine["config/mod{$n}.cfg"] = $config($n, 'own', 40);
}
$pack = fn (string $version, array $versions, array $configs): Pack => new Pack(
    'grand-archipelago',
    $version,
    $given($versions),
    carried: new Carried(array_map(fn (string $text): string => hash('sha256', $text), $configs)),
);
$file = (string) tempnam(sys_get_temp_dir(), 'stasimon-bench');
$time('a pack of them and 400 configs written', fn () => PackFile::write($file, PackFile::document($pack('4', $versions, $was)), $was));
$time('read, every digest checked', fn () => PackFile::open($file, 'it'));
$newer = array_map(fn (string $version): string => "{$version}1", array_slice($versions, 0, 60)) + array_slice($versions, 0, 170);
$time('the line-up three-way', fn () => PackUpdate::of($given($versions), $given($newer), $given($versions + ['own' => '1']))->plan());
$time(
    '400 configs that both changed, merged',
    fn () => array_map(fn (string $path): ConfigMerge => ConfigMerge::of($path, $was[$path], $mine[$path], $now[$path]), array_keys($was)),
);
$texts = sys_get_temp_dir().'/stasimon-bench-'.getmypid();
mkdir($texts);
foreach (['was' => $was, 'now' => $now, 'mine' => $mine] as $whose => $configs) {
    foreach (array_values($configs) as $n => $one) {
        file_put_contents("{$texts}/{$n}.{$whose}", $one);
    }
}
$time(
    'the same by git merge-file, a process each',
    fn () => exec("cd {$texts} && for n in $(seq 0 399); do git merge-file -p \$n.mine \$n.was \$n.now >/dev/null; done"),
);
exec('rm -r '.escapeshellarg($texts));
unlink($file);
