<?php

declare(strict_types=1);

// Builds a depot's folder: php standins/content/build.php --out FOLDER [--depot slipway|tidepool]
// The same command always makes the same bytes. docs/formats/depot.md describes what is in the folder.

use Standins\Content\Archive;
use Standins\Content\Drawing;

require __DIR__.'/Archive.php';
require __DIR__.'/Assembly.php';
require __DIR__.'/ClassFile.php';
require __DIR__.'/Drawing.php';

$options = getopt('', ['out:', 'depot:']);
$out = $options['out'] ?? '';
$depot = $options['depot'] ?? 'slipway';
if (! is_string($out) || $out === '' || ! in_array($depot, ['slipway', 'tidepool'], true)) {
    fwrite(STDERR, "Usage: build.php --out FOLDER [--depot slipway|tidepool]\n");
    exit(2);
}
foreach (['packages', 'files'] as $folder) {
    is_dir("{$out}/{$folder}") || mkdir("{$out}/{$folder}", 0o755, true);
}
$json = fn (string $file, array $document) => file_put_contents(
    $file,
    json_encode($document, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR),
);

/** What a depot says of a release, and the archive behind it. */
function release(string $out, string $id, string $kind, string $name, string $side, array $loaders, array $release, bool $mayDamage): array
{
    [$version, $game, $needs, $more] = $release;
    $gameId = $release[4] ?? 'ferrywright';
    $relations = [];
    foreach ([$gameId => $game] + $needs as $target => $range) {
        $relations[] = ['id' => $target, 'range' => $range];
    }
    if ($loaders !== [] && array_intersect($loaders, array_keys($needs)) === []) {
        $relations[] =
            count($loaders) === 1
                ? ['id' => $loaders[0]]
                : ['anyOf' => array_map(fn (string $loader): array => ['id' => $loader], $loaders)];
    }
    if (isset($more['any'])) {
        $relations[] = ['anyOf' => array_map(fn (array $target): array => ['id' => $target[0], 'range' => $target[1]], $more['any'])];
    }
    $breaks = [];
    foreach ($more['breaks'] ?? [] as $target => [$range, $why]) {
        $breaks[] = ['id' => $target, 'range' => $range, 'why' => $why];
    }
    // The loader in the game reads this and nothing else; it may know better than the depot does.
    $descriptor = [
        'id' => $id,
        'version' => $version,
        'name' => $name,
        'type' => $kind,
        'loaders' => $loaders,
        'side' => $side,
        'needs' => array_merge(
            [$gameId => $more['fileGame'] ?? $game],
            array_diff_key($needs, ['java' => 1, 'dotnet' => 1]),
            $more['file'] ?? [],
        ),
        'needsOneOf' => isset($more['any']) ? [array_column($more['any'], 1, 0)] : [],
        'breaks' => array_map(fn (array $broken): string => $broken[0], $more['breaks'] ?? []),
        'provides' => array_column($more['provides'] ?? [], 'version', 'id'),
        ...isset($more['extends']) ? ['extends' => $more['extends']] : [],
        ...isset($more['after']) ? ['after' => $more['after']] : [],
        'memory' => $more['memory'] ?? max(12, intdiv($more['kilobytes'] ?? 90, 6)),
    ];
    $level = $more['level'] ?? (preg_match('/^[=>]*[12]\./', $game) === 1 ? 52 : 61);
    $file = "{$id}-".strtolower(strtr($version, ' ', '-')).'.zip';
    $path = "{$out}/files/{$file}";
    if (is_file($path)) {
        unlink($path);
    }
    if ($more['bare'] ?? false) {
        Archive::bare($path, $descriptor, $more['extra'] ?? [], $more['kilobytes'] ?? 12, crc32($file));
    } elseif ($gameId === 'nightpost') {
        $references = $more['references'] ?? [];
        foreach (array_diff_key($needs, ['frankline' => 1, 'dotnet' => 1, 'branch-lines' => 1]) as $target => $range) {
            $references[Archive::nameOf($target)] = trim($range, '>=').'.0';
        }
        Archive::managed(
            $path,
            $descriptor,
            $more['kilobytes'] ?? 90,
            crc32($file),
            $more['does'] ?? [],
            ['references' => $references] + array_intersect_key($more, ['framework' => 1, 'types' => 1, 'calls' => 1]),
        );
    } else {
        Archive::write(
            $path,
            $descriptor,
            $level,
            $more['kilobytes'] ?? 90,
            crc32($file),
            $more['does'] ?? [],
            $more['has'] ?? [],
            $more['calls'] ?? [],
            in_array($kind, ['mod', 'loader'], true) && preg_match('/^=?1\.4/', $game) === 1,
        );
    }
    $document = array_filter(
        [
            'version' => $version,
            'channel' => $more['channel'] ?? 'stable',
            'published' => gmdate('Y-m-d\TH:i:s\Z', 1_900_000_000 + (crc32($file) % 40_000_000)),
            'needs' => $relations,
            'extends' => array_map(
                fn (string $id, string $range): array => ['id' => $id, 'range' => $range],
                array_keys($more['extends'] ?? []),
                array_values($more['extends'] ?? []),
            ),
            'replaces' => $more['replaces'] ?? [],
            'suggests' => array_map(fn (string $id): array => ['id' => $id], $more['suggests'] ?? []),
            'breaks' => $breaks,
            'provides' => $more['provides'] ?? [],
            'recommended' => $more['recommended'] ?? null,
            'notes' => $more['notes'] ?? null,
            'files' => [
                array_filter([
                    'name' => $file,
                    'size' => filesize($path),
                    'sha256' => hash_file('sha256', $path),
                    'path' => "files/{$file}",
                    'content' => $more['content'] ?? null,
                ]),
                ...array_map(fn (array $also): array => also($out, $id, $version, $also), $more['also'] ?? []),
            ],
        ],
        fn (mixed $value): bool => $value !== null && $value !== [],
    );
    if ($mayDamage && ($more['damaged'] ?? false)) {
        $bytes = (string) file_get_contents($path);
        $bytes[intdiv(strlen($bytes), 2)] = chr(ord($bytes[intdiv(strlen($bytes), 2)]) ^ 0xFF);
        file_put_contents($path, $bytes);
    }

    return $document;
}

/** A further file of a release, laid over the first. */
function also(string $out, string $id, string $version, array $also): array
{
    $file = "{$id}-{$version}-".strtolower(strtr($also['label'], ' ', '-')).'.zip';
    is_file("{$out}/files/{$file}") && unlink("{$out}/files/{$file}");
    Archive::bare("{$out}/files/{$file}", [], $also['extra'], 0, 0);

    return [
        'name' => $file,
        'size' => filesize("{$out}/files/{$file}"),
        'sha256' => hash_file('sha256', "{$out}/files/{$file}"),
        'path' => "files/{$file}",
    ] + array_diff_key($also, ['extra' => 1]);
}

$sequence = 0;
$changes = [];
$releasesOf = 0;
foreach (require __DIR__.'/world.php' as $package) {
    [$id, $kind, $name, $summary, $categories, $side, $loaders, $releases] = $package;
    $notices = $package[8] ?? [];
    $there = $package[9] ?? [];
    $written = $package[10] ?? [];
    if ($depot === 'slipway' ? $there['alone'] ?? false : $there === []) {
        continue;
    }
    if ($depot === 'tidepool' && is_array($there['only'] ?? true)) {
        $releases = array_values(array_filter($releases, fn (array $release): bool => in_array($release[0], $there['only'], true)));
    }
    $local = $depot === 'tidepool' ? $there['as'] ?? $id : $id;
    // Some have pictures, and some of those have shots as well.
    $isPictured = crc32($id) % 3 !== 0;
    $shots = crc32($id) % 4 === 0 ? ['One', 'Two'] : [];
    $json(
        "{$out}/packages/{$local}.json",
        array_filter(
            [
                'id' => $local,
                'identity' => $local !== $id && ($there['identity'] ?? true) ? $id : null,
                'kind' => $kind,
                ...$written,
                'name' => $name,
                'summary' => $summary,
                'categories' => $categories,
                'side' => $side,
                'downloads' => intdiv(crc32($id) % 90_000, $depot === 'tidepool' ? 7 : 1),
                'licence' => ['MIT', 'Apache-2.0', 'CC-BY-4.0', 'GPL-3.0-only'][crc32($name) % 4],
                'notices' => $notices,
                'picture' => $isPictured ? Drawing::write($out, "picture-{$local}", $name, 96, 96) : null,
                'shots' => array_map(
                    fn (string $one): array => Drawing::write($out, "shot-{$local}-".strtolower($one), $name.$one, 640, 360),
                    $isPictured ? $shots : [],
                ),
                'releases' => array_map(
                    fn (array $release): array => release($out, $id, $kind, $name, $side, $loaders, $release, $depot === 'slipway'),
                    $releases,
                ),
            ],
            fn (mixed $value): bool => $value !== null && $value !== [],
        ),
    );
    $releasesOf += count($releases);
    $changes[] = ['id' => $local, 'sequence' => ++$sequence];
}
$json("{$out}/changes.json", ['sequence' => $sequence, 'feed' => 'feed.jsonl', 'changes' => $changes]);
$json("{$out}/depot.json", [
    'format' => 'depot',
    'revision' => 1,
    'id' => $depot,
    'name' => ucfirst($depot),
    'moderated' => $depot === 'slipway',
]);
echo "{$out}: {$sequence} packages, {$releasesOf} releases\n";
