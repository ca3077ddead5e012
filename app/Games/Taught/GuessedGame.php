<?php

declare(strict_types=1);

namespace App\Games\Taught;

use App\Cage\Caged;
use App\Files\Entries;
use App\Files\PlainFile;
use App\Imports\Imports;
use Illuminate\Support\Str;
use Stasimon\Core\Evidence\Descriptor\Formats;
use Stasimon\Core\Evidence\VersionResource;
use Stasimon\Core\Place\Archive\Archive;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use ZipArchive;

/** What can be guessed of a game from a folder with it in it: a definition to begin with, for a person to put right. Nothing is run. */
final class GuessedGame implements Caged
{
    private const LINE =
        '/^\[?(?<time>[\d:.]+)\]? \[?(?<thread>[^\]\/]*)[\]\/ ]+(?<level>INFO|WARN|ERROR)\]?:? (?<logger>\S+) '.
        '(?<message>.*)$/';

    /** Files that are looked at, and archives that are looked into. */
    private const FILES = 20_000;

    private const ARCHIVES = 60;

    /** Names that what says its id, its version, and what it needs, are usually under; common practice. */
    private const FIELDS = [
        'id' => ['id', 'modid', 'modId', 'identifier', 'name'],
        'version' => ['version'],
        'name' => ['name', 'title', 'displayName'],
        'needs' => ['needs', 'depends', 'dependencies', 'requires'],
    ];

    /** How an archive says what it is where nothing tells. */
    private const USUAL = ['path' => 'mod.json', 'format' => 'json', 'id' => 'id', 'version' => 'version'];

    /** How folders of mods are called; common practice. */
    private const MODS = ['mods', 'plugins', 'scripts', 'addons', 'add-ons', 'extensions', 'modules', 'bundles'];

    /** Folders in folders that are looked into. */
    private const DEPTH = 6;

    /** @var list<string> */
    private array $files = [];

    private function __construct(private readonly string $root)
    {
        foreach (Entries::files($root) as $path => $file) {
            if (count($this->files) >= self::FILES) {
                break;
            }
            if (substr_count($path, '/') <= self::DEPTH && mb_check_encoding($path, 'UTF-8')) {
                $this->files[] = $path;
            }
        }
        sort($this->files, SORT_STRING);
    }

    /** @param  mixed  ...$given  a folder that may be read, {@see Imports::allowed()} */
    public static function caged(mixed ...$given): string
    {
        [$root] = [(string) $given[0]];

        return (string) json_encode((new self($root))->definition(), JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE);
    }

    /** @return array<string, mixed> */
    private function definition(): array
    {
        $name = basename($this->root);
        [$platform, $program] = GuessedPlatform::of($this->root, $this->files);
        $dotnet = $platform === GuessedPlatform::Dotnet ? DotnetProgram::of($this->root, $program, $this->files) : null;
        $archives = array_values(
            array_filter($this->files, fn (string $path): bool => preg_match('~/[^/]+\.(jar|zip|dll|so)$~i', $path) === 1),
        );
        [$mods, $isUnpacked] = $this->mods($archives);
        $isEach = $isUnpacked && glob("{$this->root}/{$mods}/*", GLOB_ONLYDIR) !== [];
        [$installed, $version] = $this->version();
        $worlds = $this->worlds();
        $loader = $this->loaderFolder();
        $id = Str::slug($name) === '' ? 'a-game' : Str::slug($name);
        $place = ['folder' => $mods] + ($isUnpacked ? ['unpack' => true] : []) + ($isEach ? ['each' => true] : []);
        $log = $this->logFile();
        $descriptors = $this->descriptors(array_slice($archives, 0, self::ARCHIVES));

        return [
            'format' => 'stasimon/game',
            'revision' => 1,
            'id' => $id,
            'name' => $name,
            'summary' => '',
            'versions' => [['version' => $version]],
            'runtime' => ['rules' => [['from' => $version, 'range' => '*', 'words' => 'any']]] + $platform->runtime(),
            'loaders' => $loader === null ? [] : [['id' => "{$id}-loader", 'words' => 'put its id here']],
            'memory' => [['megabytes' => 2048, 'words' => 'to begin with', 'recommended' => true]],
            'places' => ($loader === null ? [] : ['loader' => ['folder' => $loader]]) + ['library' => $place, 'mod' => $place],
            'own' => array_values(
                array_unique([...$this->own($mods, (string) $loader), ...$worlds === null ? [] : [$worlds['folder']]]),
            ),
            ...$worlds === null ? [] : ['worlds' => $worlds],
            'launch' => $platform->launch($program),
            'log' => ['line' => self::LINE] + ($log === null ? [] : ['file' => $log]) + ['signatures' => []],
            'descriptors' => $descriptors === [] ? [self::USUAL] : $descriptors,
            ...self::installed($installed, $id),
            ...$dotnet === null || $descriptors !== [] ? [] : $dotnet->words($id),
            ...PythonProgram::of($this->files)?->words($id, GuessedPlatform::Python->runtime()) ?? [],
        ];
    }

    /**
     * Where mods lie: the folder with most archives, or one that is called as such folders are.
     *
     * @param  list<string>  $archives
     * @return array{string, bool} and whether they lie there as folders and files, and not as archives
     */
    private function mods(array $archives): array
    {
        $folders = array_count_values(array_map(dirname(...), $archives));
        arsort($folders);
        $inside = [];
        foreach ($this->files as $path) {
            $at = strpos($path, '/');
            $at === false ?: ($inside[substr($path, 0, $at)][] = substr($path, $at + 1));
        }
        foreach (self::MODS as $name) {
            $folder = array_values(preg_grep("/^{$name}$/i", array_map(strval(...), array_keys($inside))) ?: [])[0] ?? null;
            if ($folder !== null) {
                $isOfArchives = array_filter($inside[$folder], fn (string $path): bool => preg_match('/\.(jar|zip)$/i', $path) === 1);

                return [$folder, $isOfArchives === []];
            }
        }

        return [(string) (array_key_first($folders) ?? 'mods'), false];
    }

    private function loaderFolder(): ?string
    {
        $tops = array_unique(array_map(fn (string $path): string => explode('/', $path)[0], $this->files));

        $folders = array_filter($tops, fn (string $top): bool => is_dir("{$this->root}/{$top}"));

        return array_values(preg_grep('/loader|framework/i', $folders) ?: [])[0] ?? null;
    }

    private function logFile(): ?string
    {
        return array_values(preg_grep('~^(?:logs?/)?[^/]*(?:\.log|log\.txt)$~i', $this->files) ?: [])[0] ?? null;
    }

    /** @return array<string, mixed> where the version of the game stands */
    private static function installed(?string $path, string $id): array
    {
        $isProgram = $path !== null && ! str_ends_with($path, '.json');

        return $path === null
            ? []
            : [
                'installed' => [
                    [
                        'path' => $path,
                        'format' => $isProgram ? 'executable' : 'json',
                        'id' => "'{$id}'",
                        'version' => $isProgram ? 'productVersion' : 'version',
                        'scheme' => 'sequence',
                    ],
                ],
            ];
    }

    private function atRoot(string $pattern): ?string
    {
        return array_values(
            array_filter($this->files, fn (string $path): bool => ! str_contains($path, '/') && preg_match($pattern, $path) === 1),
        )[0] ?? null;
    }

    /** @return array{string|null, string} a JSON file or an executable that says the version, and what it says */
    private function version(): array
    {
        foreach ($this->files as $path) {
            $full = "{$this->root}/{$path}";
            if (str_contains($path, '/') || ! str_ends_with($path, '.json') || (int) @filesize($full) > 1_000_000) {
                continue;
            }
            $said = json_decode((string) PlainFile::text($full), true);
            if (is_array($said) && is_scalar($said['version'] ?? null)) {
                return [$path, (string) $said['version']];
            }
        }

        $program = $this->atRoot('/\.exe$/i');
        $said =
            $program === null || (int) @filesize("{$this->root}/{$program}") > Formats::EXECUTABLE
                ? null
                : VersionResource::of((string) PlainFile::text("{$this->root}/{$program}"));

        return $said === null ? [null, '1.0'] : [$program, $said['productVersion']];
    }

    /** @return list<string> folders without archives whose files are texts: configs, mostly */
    private function own(string ...$but): array
    {
        $texts = $others = [];
        foreach ($this->files as $path) {
            $top = explode('/', $path)[0];
            if ($top !== $path) {
                preg_match('/\.(jar|zip|dll|exe|so|class|png|ogg|py)$/i', $path) === 1 ? ($others[$top] = true) : ($texts[$top] = true);
            }
        }

        return array_values(array_diff(array_map(strval(...), array_keys(array_diff_key($texts, $others))), $but, ['logs']));
    }

    /**
     * @return array{folder: string, file: string, mods: string}|null a folder in which every folder has the same JSON file, one that speaks
     *     of mods
     */
    private function worlds(): ?array
    {
        foreach ($this->files as $path) {
            if (preg_match('~^([^/]+)/[^/]+/([^/]+\.json)$~', $path, $part) !== 1 || (int) @filesize("{$this->root}/{$path}") > 1_000_000) {
                continue;
            }
            $said = json_decode((string) PlainFile::text("{$this->root}/{$path}"), true);
            if (is_array($said) && is_array($said['mods'] ?? null)) {
                return ['folder' => $part[1], 'file' => $part[2], 'mods' => 'mods'];
            }
        }

        return null;
    }

    /**
     * @param  list<string>  $archives
     * @return list<array<string, mixed>> how most of them say what they are
     */
    private function descriptors(array $archives): array
    {
        $seen = [];
        foreach ($archives as $path) {
            try {
                Archive::lookInto("{$this->root}/{$path}", basename($path));
                $zip = Archive::reading("{$this->root}/{$path}", basename($path));
            } catch (UnsafeArchive) {
                continue;
            }
            self::look($zip, $seen);
            $zip->close();
        }
        // What says no version is something else: an asset, a list.
        $seen = array_filter(
            $seen,
            fn (array $one): bool => $one['times'] > 0 &&
                ($one['format'] === 'manifest' || preg_match('/^[\s"{]*"?version"?\s*[:=]/m', strtr($one['text'], [',' => "\n"])) === 1),
        );
        uasort($seen, fn (array $a, array $b): int => $b['times'] <=> $a['times']);
        $rules = [];
        foreach (array_slice($seen, 0, 3) as $name => $one) {
            $rules[] = self::rule((string) $name, $one['format'], $one['text']);
        }

        return $rules;
    }

    /** @param  array<string, array{times: int, format: string, text: string}>  $seen  by the path of what could say it */
    private static function look(ZipArchive $zip, array &$seen): void
    {
        for ($index = 0; $index < min($zip->numFiles, 5_000); $index++) {
            $name = (string) $zip->getNameIndex($index);
            if (
                preg_match('~^(?:META-INF/)?[^/]+\.(json|toml|ya?ml|properties)$~i', $name, $part) === 1 &&
                (int) ($zip->statIndex($index)['size'] ?? 0) < 200_000
            ) {
                $seen[$name] ??= [
                    'times' => 0,
                    'format' => strtolower($part[1]) === 'yml' ? 'yaml' : strtolower($part[1]),
                    'text' => (string) $zip->getFromIndex($index),
                ];
                $seen[$name]['times']++;
            }
            if ($name === 'META-INF/MANIFEST.MF') {
                $bundle = str_contains((string) $zip->getFromIndex($index), 'Bundle-SymbolicName');
                $seen[$name] ??= ['times' => 0, 'format' => 'manifest', 'text' => ''];
                $seen[$name]['times'] += $bundle ? 1 : 0;
            }
        }
    }

    /** @return array<string, mixed> */
    private static function rule(string $path, string $format, string $text): array
    {
        if ($format === 'manifest') {
            return [
                'path' => $path,
                'format' => $format,
                'clauses' => ['Bundle-SymbolicName', 'Require-Bundle'],
                'scheme' => 'osgi',
                'syntax' => 'interval',
                'id' => '"bundle-symbolicname"[0].name',
                'version' => '"bundle-version"',
                'name' => '"bundle-name"',
                'needs' => '"require-bundle"[].{id: name, range: attributes."bundle-version"}',
            ];
        }
        $said = $format === 'json' ? json_decode($text, true) : null;
        $has = fn (string $field): ?string => array_values(
            array_filter(
                self::FIELDS[$field],
                fn (string $name): bool => is_array($said)
                    ? isset($said[$name])
                    : preg_match('/^\s*"?'.$name.'"?\s*[:=]/m', $text) === 1,
            ),
        )[0] ?? null;
        $rule = ['path' => $path, 'format' => $format, 'id' => $has('id') ?? 'id', 'version' => $has('version') ?? 'version'];
        $name = $has('name');
        $needs = $has('needs');

        return $rule +
            ($name === null ? [] : ['name' => $name]) +
            ($needs === null
                ? []
                : ['needs' => is_array($said) && is_array($said[$needs]) && array_is_list($said[$needs]) ? $needs : "pairs({$needs})"]);
    }
}
