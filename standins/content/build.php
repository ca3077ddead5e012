<?php

declare(strict_types=1);

// Builds a depot's folder: php standins/content/build.php --out FOLDER [--depot slipway]
// The same command always makes the same bytes. standins/depot/README.md describes what is in the folder.

use Standins\Content\Archive;

require __DIR__.'/Archive.php';

$options = getopt('', ['out:', 'depot:']);
$out = $options['out'] ?? '';
$depot = $options['depot'] ?? 'slipway';
if (! is_string($out) || $out === '' || ! is_string($depot)) {
    fwrite(STDERR, "Usage: build.php --out FOLDER [--depot ID]\n");
    exit(2);
}
foreach (['packages', 'releases', 'files'] as $folder) {
    is_dir("{$out}/{$folder}") || mkdir("{$out}/{$folder}", 0o755, true);
}
$json = fn (string $file, array $document) => file_put_contents($file, json_encode($document, JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR));

$sequence = 0;
$changes = [];
foreach (require __DIR__.'/world.php' as [$id, $kind, $name, $summary, $categories, $side, $loaders, $releases]) {
    $documents = [];
    foreach ($releases as $place => $release) {
        [$version, $game, $needs, $more] = $release;
        $gameId = $release[4] ?? 'ferrywright';
        $relations = array_map(null, array_keys([$gameId => $game] + $needs), array_values([$gameId => $game] + $needs));
        $relations = array_map(fn (array $pair): array => ['id' => $pair[0], 'range' => $pair[1]], $relations);
        $named = array_intersect($loaders, array_keys($needs));
        if ($loaders !== [] && $named === []) {
            $relations[] = count($loaders) === 1 ? ['id' => $loaders[0]] : ['anyOf' => array_map(fn (string $loader): array => ['id' => $loader], $loaders)];
        }
        if (isset($more['any'])) {
            $relations[] = ['anyOf' => array_map(fn (array $target): array => ['id' => $target[0], 'range' => $target[1]], $more['any'])];
        }
        $breaks = [];
        foreach ($more['breaks'] ?? [] as $target => [$range, $why]) {
            $breaks[] = ['id' => $target, 'range' => $range, 'why' => $why];
        }

        // The loader in the game reads this and nothing else; it may know better than the depot does.
        $fileNeeds = array_merge([$gameId => $more['fileGame'] ?? $game], array_diff_key($needs, ['java' => 1, 'dotnet' => 1]), $more['file'] ?? []);
        $descriptor = [
            'id' => $id, 'version' => $version, 'name' => $name, 'type' => $kind, 'loaders' => $loaders, 'side' => $side,
            'needs' => $fileNeeds,
            'needsOneOf' => isset($more['any']) ? [array_column($more['any'], 1, 0)] : [],
            'breaks' => array_map(fn (array $broken): string => $broken[0], $more['breaks'] ?? []),
            'memory' => $more['memory'] ?? max(12, intdiv($more['kilobytes'] ?? 90, 6)),
        ];
        $level = $more['level'] ?? (preg_match('/^[=>]*[12]\./', $game) === 1 ? 52 : 61);
        $file = "{$id}-{$version}.zip";
        Archive::write("{$out}/files/{$file}", $descriptor, $level, $more['kilobytes'] ?? 90, crc32($file));
        $hash = hash_file('sha256', "{$out}/files/{$file}");

        $documents[] = array_filter([
            'version' => $version,
            'channel' => $more['channel'] ?? 'stable',
            'published' => date('c', 1_900_000_000 + (crc32($file) % 40_000_000)),
            'needs' => $relations,
            'breaks' => $breaks,
            'recommended' => $more['recommended'] ?? null,
            'files' => [['name' => $file, 'size' => filesize("{$out}/files/{$file}"), 'sha256' => $hash, 'path' => "files/{$file}"]],
        ], fn (mixed $value): bool => $value !== null && $value !== []);
        is_dir("{$out}/releases/{$id}") || mkdir("{$out}/releases/{$id}");
        $json("{$out}/releases/{$id}/{$version}.json", end($documents));
    }
    $package = [
        'id' => $id, 'kind' => $kind, 'name' => $name, 'summary' => $summary, 'categories' => $categories, 'side' => $side,
        'downloads' => crc32($id) % 90_000, 'licence' => 'MIT', 'releases' => $documents,
    ];
    $json("{$out}/packages/{$id}.json", $package);
    $changes[] = ['id' => $id, 'sequence' => ++$sequence];
}
$json("{$out}/changes.json", ['sequence' => $sequence, 'changes' => $changes]);
$json("{$out}/depot.json", ['format' => 'depot', 'revision' => 1, 'id' => $depot, 'name' => ucfirst($depot), 'moderated' => true]);
echo "{$out}: {$sequence} packages\n";
