<?php

declare(strict_types=1);

// The rest of the demo's packages, made from word lists and a seed: many small mods, and the packs beside them.

use Random\Engine\Mt19937;
use Random\Randomizer;

$dice = new Randomizer(new Mt19937(31));
$places = [
    'Amber',
    'Brackish',
    'Chalk',
    'Drift',
    'Eider',
    'Far',
    'Grey',
    'Heron',
    'Inner',
    'Juniper',
    'Kelp',
    'Lee',
    'Mussel',
    'North',
    'Osier',
    'Pebble',
    'Reed',
    'Salt',
    'Tern',
    'Umber',
    'Willow',
    'Yarrow',
];
$things = [
    'Anchors' => ['ships', 'that hold in mud, sand and weed'],
    'Beacons' => ['harbours', 'to steer by, and to light in turn'],
    'Cabins' => ['ships', 'with bunks, lamps and damp'],
    'Dories' => ['ships', 'small enough to carry'],
    'Eddies' => ['weather and sea', 'that turn a slow boat round'],
    'Fishermen' => ['animals', 'who know the weather and will not tell'],
    'Gangways' => ['harbours', 'that move with the tide'],
    'Hatches' => ['ships', 'that leak unless they are tended'],
    'Islands' => ['worlds', 'with one house each'],
    'Jetties' => ['harbours', 'of stone, wood and rust'],
    'Keels' => ['ships', 'that wear'],
    'Lanterns' => ['light', 'for masts, doors and graves'],
    'Markets' => ['trade', 'that open when a boat comes'],
    'Oilskins' => ['ships', 'in four colours, all of them yellow'],
    'Pilots' => ['ships', 'who come aboard and take over'],
    'Quays' => ['harbours', 'with rings to tie to'],
];
$games = ['>=3.0.4 <3.2.0', '>=3.1.4 <3.3.0', '>=3.2.0 <3.3.0', '>=3.2.0 <3.4.0', '>=3.2.0'];
// Where a mod keeps its settings, if it has any: mostly under its name, at times under a word of its own.
$settings = fn (string $id, string $title, int $mark): array => match ($mark % 10) {
    4 => ["{$id}.json"],
    5 => ["{$id}-client.toml"],
    6 => ["{$title}.cfg"],
    7 => [strtr($id, '-', '_').'/main.yml'],
    8 => ['c'.dechex($mark % 65_536).'.properties'],
    9 => ["{$id}-server.ini"],
    default => [],
};
$mods = [];
foreach ($things as $thing => [$category, $what]) {
    foreach ($dice->shuffleArray($places) as $n => $place) {
        if ($n >= 11) {
            break;
        }
        $id = strtolower("{$place}-{$thing}");
        $loaders = [['halyard'], ['halyard', 'capstan'], ['halyard', 'capstan'], ['halyard'], ['capstan']][$dice->getInt(0, 9) % 5];
        $own = $loaders === ['capstan'] ? [] : ['oakum-api' => '>=1.4.0 <2.0.0'];
        $choices = [
            [],
            [],
            $loaders === ['halyard'] ? $own : [],
            ['sextant-config' => '>=3.9.0'],
            ['kedge-bones' => '>=3.0.0'],
            ['brine-core' => '>=2.2.0'],
            ['gimbal' => '>=5.1.0'],
            ['rope-math' => '>=1.0.0'],
            ['tideglass-ui' => '>=1.9.0 <3.0.0'],
        ];
        $needs = $choices[$dice->getInt(0, count($choices) - 1)];
        $major = $dice->getInt(0, 4);
        $config = $settings($id, "{$place} {$thing}", crc32($id));
        $releases = [];
        $count = $dice->getInt(3, 6);
        for ($release = 0; $release < $count; $release++) {
            $game = $release < $count - 2 ? $games[$dice->getInt(0, 1)] : $games[$release === $count - 1 ? $dice->getInt(2, 4) : 1];
            $releases[] = [
                "{$major}.{$release}.".$dice->getInt(0, 5),
                $game,
                $release < 1 ? [] : $needs,
                ['kilobytes' => $dice->getInt(4, 18), 'memory' => $dice->getInt(4, 14)] +
                ($config === []
                    ? []
                    : [
                        'does' => [
                            'config' => ['enabled' => true, 'many' => 1 + (crc32($id) % 9), 'range' => 16],
                            'configAs' => $config[0],
                        ],
                    ]),
            ];
        }
        $tidepool = match ($dice->getInt(0, 5)) {
            0 => ['only' => true],
            1 => ['only' => array_slice(array_column($releases, 0), 0, -1)],
            2 => ['alone' => true, 'only' => true],
            default => [],
        };
        $mods[] = [
            $id,
            'mod',
            "{$place} {$thing}",
            "{$thing} {$what}.",
            [$category],
            ['both', 'both', 'client', 'server'][$dice->getInt(0, 3)],
            $loaders,
            $releases,
            [],
            $tidepool,
        ];
    }
}
$packs = [];
foreach (
    [
        'Tarred' => 'Everything in the colour of tar.',
        'Chalkboard' => 'Signs that can be read from the water.',
        'Sailcloth' => 'Cloth instead of paint.',
        'Copperplate' => 'A finer hand for every label.',
        'Driftwood' => 'Wood that has been in the sea.',
        'Whitewash' => 'Houses one sees from afar.',
    ] as $name => $summary
) {
    $packs[] = [
        strtolower($name),
        'resource-pack',
        $name,
        $summary,
        ['looks'],
        'client',
        [],
        [
            ['1.0.0', '>=3.0.4', [], ['bare' => true, 'kilobytes' => 30]],
            ['1.1.0', '>=3.2.0', [], ['bare' => true, 'kilobytes' => 34] + ($name === 'Copperplate' ? ['after' => ['whitewash']] : [])],
        ],
        [],
        $dice->getInt(0, 1) === 1 ? ['only' => true] : [],
    ];
}
foreach (
    [
        'Lost Cargo' => 'Crates on the sea bed.',
        'Winter Timetable' => 'Fewer ferries, longer nights.',
        'Short Rations' => 'Hungrier crews.',
        'Old Charts' => 'Maps with mistakes in them.',
    ] as $name => $summary
) {
    $packs[] = [
        strtolower(strtr($name, ' ', '-')),
        'data-pack',
        $name,
        $summary,
        ['worlds'],
        'server',
        [],
        [['2.0.0', '>=3.0.4', [], ['bare' => true, 'kilobytes' => 6]]],
        [],
    ];
}

return [...$mods, ...$packs];
