<?php

declare(strict_types=1);

// How long it takes to say what 56 bases, 14 game versions by 4 loaders, hold of 167 wants of the demo's depots, beside a
// resolver that is asked for each base whether all of them hold (Composer's): php bench/bases.php FOLDER_OF_A_DEPOT
// And the same of 400,000 generated releases: php bench/bases.php wide

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Explain\Bases\TriedBase;
use Stasimon\Core\Explain\Bases\WishBases;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Resolve\Request;
use Stasimon\Core\Resolve\Resolver;
use Stasimon\Core\Resolve\Want;
use Tests\Support\ComposerSolver;

require __DIR__.'/../vendor/autoload.php';
require __DIR__.'/Generator.php';
require __DIR__.'/WideBases.php';

if (($argv[1] ?? '') === 'wide') {
    $start = hrtime(true);
    $catalogue = new Bench\WideBases(20_000, 20, 167);
    printf("made in %.1f s\n", (hrtime(true) - $start) / 1e9);
    $start = hrtime(true);
    $first = 0.0;
    $answers = new WishBases(new Resolver($catalogue), new Request($catalogue->wants()));
    $kept = [];
    foreach ($catalogue->bases() as $base) {
        $kept[] = count($answers->on($base)->kept);
        $first = $first === 0.0 ? (hrtime(true) - $start) / 1e9 : $first;
    }
    printf(
        "400,000 releases, %d bases, 167 wants: %.2f s in all, the first after %.2f s; kept %d to %d; %d MB\n",
        count($kept),
        (hrtime(true) - $start) / 1e9,
        $first,
        min($kept),
        max($kept),
        memory_get_peak_usage() / 1e6,
    );
    exit();
}
$folder = $argv[1] ?? __DIR__.'/../var/depots/slipway';
$game = GameDefinition::read((string) file_get_contents(__DIR__.'/../games/ferrywright.json'));
$documents = array_map(
    fn (string $file): mixed => json_decode((string) file_get_contents($file), true),
    glob("{$folder}/packages/*.json") ?: [],
);
foreach ($game->packages() as $package) {
    $documents[] = [
        'id' => $package->id,
        'kind' => $package->kind->value,
        'name' => $package->name,
        'scheme' => $package->scheme->value,
        'releases' => array_map(
            fn ($release): array => [
                'version' => $release->version,
                'needs' => array_map(
                    fn ($need): array => ['id' => $need->alternatives[0]->id, 'range' => $need->alternatives[0]->range],
                    $release->needs(),
                ),
            ],
            $package->releases,
        ),
    ];
}
$document = ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $documents];
$catalogue = (new CatalogueReader())->read((string) json_encode($document));
$wants = [];
foreach ($documents as $one) {
    $package = $catalogue->package($one['id']);
    if (
        $package !== null &&
        $package->kind === Kind::Mod &&
        count($wants) < 167 &&
        str_contains((string) json_encode($one), '"ferrywright"')
    ) {
        $wants[] = new Want($package->id);
    }
}
$bases = [];
foreach ($game->versions as $version) {
    foreach (['halyard', 'capstan', 'jib', 'windlass'] as $loader) {
        $bases[] = new TriedBase("{$version->version} on {$loader}", [new Want('ferrywright', "={$version->version}"), new Want($loader)]);
    }
}
$request = new Request($wants);
$start = hrtime(true);
$first = 0.0;
$answers = new WishBases(new Resolver($catalogue), $request);
$outcomes = ['all' => 0, 'some' => 0, 'none' => 0];
$kept = 0;
foreach ($bases as $base) {
    $held = $answers->on($base);
    $first = $first === 0.0 ? (hrtime(true) - $start) / 1e9 : $first;
    $outcomes[$held->outcome(count($wants))]++;
    $kept = max($kept, count($held->kept));
}
$ours = (hrtime(true) - $start) / 1e9;
// It knows no alternatives, so it is asked with the first of each; nor days as versions, which are left out of its question.
foreach ($document['packages'] as &$one) {
    $one['releases'] = array_values(
        array_filter($one['releases'], fn (array $release): bool => preg_match('/ \d{4}$/', $release['version']) === 0),
    );
    foreach ($one['releases'] as &$release) {
        $release['needs'] = array_map(fn (array $need): array => $need['anyOf'][0] ?? $need, $release['needs'] ?? []);
    }
}
unset($one, $release);
$start = hrtime(true);
foreach ($bases as $base) {
    ComposerSolver::solves(
        $document,
        array_map(fn (Want $want): array => ['id' => $want->id, 'range' => $want->range], [...$base->want, ...$wants]),
    );
}
$peer = (hrtime(true) - $start) / 1e9;
printf(
    "%d bases, %d wants: %.2f s in all, the first after %.2f s; all %d, some %d, none %d; most kept %d. Composer's resolver, yes or no ".
    "for each: %.2f s; ratio %.1f\n",
    count($bases),
    count($wants),
    $ours,
    $first,
    $outcomes['all'],
    $outcomes['some'],
    $outcomes['none'],
    $kept,
    $peer,
    $peer / $ours,
);
