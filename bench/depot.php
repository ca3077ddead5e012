<?php

declare(strict_types=1);

// Makes the folder of a large depot, all of it invented, from a seed:
// php bench/depot.php --out FOLDER [--packages 20000] [--releases 400000] [--files 200] [--seed 7]
// Of the first --files mods and the libraries that they need, each newest release has a real archive; of the others only
// the catalogue exists.

use Random\Engine\Mt19937;
use Random\Randomizer;

$options = getopt('', ['out:', 'packages:', 'releases:', 'files:', 'seed:']);
$out = (string) ($options['out'] ?? exit("--out is missing\n"));
$packages = (int) ($options['packages'] ?? 20000);
$releases = (int) ($options['releases'] ?? 400_000);
$real = (int) ($options['files'] ?? 200);
$dice = new Randomizer(new Mt19937((int) ($options['seed'] ?? 7)));
$games = ['2.3.0', '2.7.5', '3.0.4', '3.1.4', '3.2.0', '3.2.1', '3.2.2', '3.3.0', '3.3.2', '3.4.0', '3.4.1'];
$first = [
    'Quiet',
    'Salted',
    'Northern',
    'Leaning',
    'Copper',
    'Drowned',
    'Patient',
    'Winter',
    'Hollow',
    'Tarred',
    'Eastern',
    'Loose',
    'Painted',
    'Second',
    'Broad',
    'Iron',
    'Pale',
    'Narrow',
    'Distant',
    'Humming',
];
$second = [
    'Harbour',
    'Ferry',
    'Island',
    'Lantern',
    'Signal',
    'Anchor',
    'Current',
    'Timetable',
    'Crane',
    'Gull',
    'Cargo',
    'Channel',
    'Jetty',
    'Engine',
    'Whistle',
    'Barge',
    'Shoal',
    'Mooring',
    'Passenger',
    'Compass',
];
$third = [
    'Works',
    'Plus',
    'Tales',
    'Company',
    'Rules',
    'Workshop',
    'Extras',
    'Reborn',
    'Society',
    'Almanac',
    'Guild',
    'Repairs',
    'Atlas',
    'Songs',
    'Survey',
    'Trade',
    'Weather',
    'Ghosts',
    'Kitchen',
    'Lights',
];
$categories = ['ships', 'harbours', 'trade', 'weather and sea', 'animals', 'worlds', 'light', 'speed', 'story', 'trains'];

is_dir("{$out}/files") || mkdir("{$out}/files", 0o755, true);
$libraries = intdiv($packages, 50);
$left = $releases;
$changes = [];
$ends = [0];
$feed = fopen("{$out}/feed.jsonl", 'w');
for ($number = 0; $number < $packages; $number++) {
    $isLibrary = $number < $libraries;
    $isReal = ! $isLibrary && $number < $libraries + $real;
    $count =
        $number === $packages - 1
            ? $left
            : max(1, min($left - ($packages - $number - 1), (int) round($releases / $packages) + $dice->getInt(-12, 12)));
    $left -= $count;
    $name = $isLibrary
        ? "{$second[$number % 20]} Base ".intdiv($number, 20)
        : "{$first[$dice->getInt(0, 19)]} {$second[$dice->getInt(0, 19)]} {$third[$dice->getInt(0, 19)]} {$number}";
    $id = strtolower(strtr($name, ' ', '-'));
    $loaders =
        $isLibrary || $isReal
            ? ['halyard', 'capstan']
            : [['halyard'], ['capstan'], ['halyard', 'capstan'], ['halyard', 'capstan']][$dice->getInt(0, 3)];
    // Most keep up with the game; some have stopped on the way.
    $until = $isReal || $isLibrary || $dice->getInt(0, 9) < 7 ? count($games) - 1 : $dice->getInt(2, 8);
    $needed =
        $isLibrary && $number < 5 ? [] : $dice->shuffleArray(range(0, min($libraries, $isLibrary ? max(1, $number) : $libraries) - 1));
    $needed = array_slice($needed, 0, $isLibrary ? $dice->getInt(0, 1) : $dice->getInt(0, 3));
    $needed = $isReal ? array_values(array_filter([0, 1, 2, 3, 4], fn (int $one): bool => $dice->getInt(0, 2) === 0)) : $needed;
    $entries = [];
    for ($release = 0; $release < $count; $release++) {
        $version = intdiv($release, 8).'.'.$release % 8 .'.'.$dice->getInt(0, 9);
        $at = $count === 1 ? $until : (int) round(($release * $until) / ($count - 1));
        $needs = [
            [
                'id' => 'ferrywright',
                'range' => $isReal
                    ? '>=3.0.4'
                    : ($isLibrary
                        ? '>='.$games[max(0, $at - 6)]
                        : '>='.$games[max(0, $at - 3)].($until < count($games) - 1 ? ' <='.$games[$at] : '')),
            ],
            count($loaders) === 1 ? ['id' => $loaders[0]] : ['anyOf' => array_map(fn (string $one): array => ['id' => $one], $loaders)],
        ];
        foreach ($needed as $library) {
            $needs[] = [
                'id' => strtolower(strtr("{$second[$library % 20]} Base ".intdiv($library, 20), ' ', '-')),
                'range' => '>=0.'.$dice->getInt(0, 7).'.0'.(! $isReal && $dice->getInt(0, 39) === 0 ? ' <1.0.0' : ''),
            ];
        }
        $file = "{$id}-{$version}.jar";
        $size = $dice->getInt(4_000, 4_000_000);
        $digest = hash('sha256', $file);
        if (($isReal || $number < 5) && $release === $count - 1) {
            $zip = new ZipArchive();
            $zip->open("{$out}/files/{$file}", ZipArchive::CREATE | ZipArchive::OVERWRITE);
            $zip->addFromString('mod.json', (string) json_encode(['id' => $id, 'version' => $version]));
            $zip->addFromString('assets/noise.bin', $dice->getBytes($dice->getInt(20_000, 200_000)));
            $zip->close();
            [$size, $digest] = [(int) filesize("{$out}/files/{$file}"), (string) hash_file('sha256', "{$out}/files/{$file}")];
        }
        $entries[] = array_filter([
            'version' => $version,
            'channel' => $dice->getInt(0, 19) === 0 && $release < $count - 1 ? 'beta' : 'stable',
            'published' => gmdate('Y-m-d\TH:i:s\Z', 1_800_000_000 + intdiv($release * 100_000_000, $count) + $dice->getInt(0, 900_000)),
            'needs' => $needs,
            'breaks' => ! $isLibrary && ! $isReal && $dice->getInt(0, 199) === 0
                    ? [['id' => strtolower(strtr("{$second[$number % 20]} Base ".$number % 17, ' ', '-')), 'range' => '<1.2.0']]
                    : [],
            'files' => [['name' => $file, 'size' => $size, 'sha256' => $digest, 'path' => "files/{$file}"]],
        ]);
    }
    fwrite(
        $feed,
        json_encode(
            [
                'id' => $id,
                'kind' => $isLibrary ? 'library' : 'mod',
                'name' => $name,
                'summary' => "{$third[$dice->getInt(0, 19)]} for every ".
                    strtolower($second[$dice->getInt(0, 19)]).
                    ', with '.
                    strtolower($first[$dice->getInt(0, 19)]).
                    ' '.
                    strtolower($second[$dice->getInt(0, 19)]).
                    's.',
                'categories' => [$isLibrary ? 'libraries' : $categories[$dice->getInt(0, 9)]],
                'side' => ['both', 'both', 'client', 'server'][$dice->getInt(0, 3)],
                'downloads' => $dice->getInt(0, 2_000_000),
                'licence' => 'MIT',
                'releases' => $entries,
            ],
            JSON_UNESCAPED_SLASHES,
        )."\n",
    );
    $changes[] = ['id' => $id, 'sequence' => $number + 1];
    $ends[] = (int) ftell($feed);
}
fclose($feed);
// Where each line of the feed ends, so that a server need not read it all to send some of it.
file_put_contents("{$out}/feed.ends", pack('P*', ...$ends));
file_put_contents(
    "{$out}/depot.json",
    json_encode(['format' => 'depot', 'revision' => 1, 'id' => 'great', 'name' => 'Great Depot', 'moderated' => false]),
);
file_put_contents("{$out}/changes.json", json_encode(['sequence' => $packages, 'feed' => 'feed.jsonl', 'changes' => $changes]));
echo "{$packages} packages, ".($releases - $left)." releases\n";
