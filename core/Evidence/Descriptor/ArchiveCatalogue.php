<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Descriptor;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Provision;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Place\Archive\UnsafeArchive;
use Stasimon\Core\Version\Scheme;

/** A catalogue of what archives say of themselves: docs/formats/catalogue.schema.json, with what could not be read beside it. */
final class ArchiveCatalogue
{
    private readonly Descriptors $descriptors;

    /** @var array<string, array{first: Described, releases: array<string, array<string, mixed>>}> by id */
    private array $packages = [];

    /** @var list<array{file: string, why: string}> */
    private array $unread = [];

    /** @var array<string, true> files that are there already, by release and digest */
    private array $seen = [];

    /** @var array<string, Scheme> ids that are named or provided, and the scheme of who does */
    private array $named = [];

    public function __construct(private readonly GameDefinition $game)
    {
        $this->descriptors = new Descriptors($game->descriptors);
    }

    /** @param  string  $name  what the file is called */
    public function add(string $path, string $name): void
    {
        try {
            $described = $this->descriptors->of($path, $name);
        } catch (UnreadableDescriptor|UnsafeArchive $failure) {
            $this->unread[] = ['file' => $name, 'why' => $failure->getMessage()];

            return;
        }
        $of = $this->packages[$described->id] ?? ['first' => $described, 'releases' => []];
        if ($of['first']->kind !== $described->kind && $of['first']->scheme !== $described->scheme) {
            $this->unread[] = ['file' => $name, 'why' => "{$described->id} is described in another way by another file."];

            return;
        }
        $digest = (string) hash_file('sha256', $path);
        $key = "{$described->id} {$described->version}";
        if (isset($this->seen["{$key} {$digest}"])) {
            return;
        }
        $this->seen["{$key} {$digest}"] = true;
        $file = ['name' => $name, 'size' => (int) filesize($path), 'sha256' => $digest];
        $release = $of['releases']['v'.$described->version] ?? ['version' => $described->version, 'files' => []] + $described->release();
        $release['files'] = [...is_array($release['files']) ? $release['files'] : [], $file];
        $of['releases']['v'.$described->version] = $release;
        $this->packages[$described->id] = $of;
        foreach ([...$described->needs, ...$described->suggests, ...$described->breaks] as $relation) {
            foreach ($relation->alternatives as $target) {
                $this->named[$target->id] ??= $described->scheme;
            }
        }
        foreach ($described->provides as $provision) {
            $this->named[$provision->id] ??= $described->scheme;
        }
    }

    /** @return array<string, mixed> */
    public function document(): array
    {
        $packages = array_map(self::base(...), $this->game->packages());
        $known = [$this->game->id => true, $this->game->runtimeId => true];
        ksort($this->packages, SORT_STRING);
        foreach ($this->packages as $id => $of) {
            $first = $of['first'];
            if (isset($known[(string) $id])) {
                $this->unread[] = [
                    'file' => self::fileOf($of['releases']),
                    'why' => "It calls itself {$id}, as the game or its runtime does.",
                ];

                continue;
            }
            $packages[] = array_filter(
                [
                    'id' => (string) $id,
                    'kind' => $first->kind->value,
                    'name' => $first->name,
                    'scheme' => $first->scheme->value,
                    'syntax' => $first->syntax->value,
                ],
                fn (string $value): bool => $value !== '',
            ) + ['releases' => array_values($of['releases'])];
            $known[(string) $id] = true;
        }
        // What is only provided or asked for has its own order, too, where that is not the usual one.
        ksort($this->named, SORT_STRING);
        foreach ($this->named as $id => $scheme) {
            if (! isset($known[(string) $id]) && $scheme !== Scheme::Semver && $scheme !== Scheme::Sequence) {
                $packages[] = ['id' => (string) $id, 'kind' => Kind::Library->value, 'scheme' => $scheme->value, 'releases' => []];
            }
        }

        return ['format' => 'stasimon/catalogue', 'revision' => 1, 'packages' => $packages, 'unread' => $this->unread];
    }

    /** @param  array<string, array<string, mixed>>  $releases */
    private static function fileOf(array $releases): string
    {
        $files = array_values($releases)[0]['files'] ?? [];
        $file = is_array($files) ? $files[0] ?? [] : [];

        return is_array($file) && is_string($file['name'] ?? null) ? $file['name'] : '';
    }

    /** @return array<string, mixed> the game or its runtime, with what it has by itself */
    private static function base(Package $package): array
    {
        $releases = array_map(
            fn (Release $release): array => array_filter(
                [
                    'version' => $release->version,
                    'needs' => array_map(
                        fn (Need $need): array => ['id' => $need->alternatives[0]->id, 'range' => $need->alternatives[0]->range],
                        $release->needs(),
                    ),
                    'provides' => array_map(
                        fn (Provision $one): array => ['id' => $one->id, 'version' => $one->version],
                        $release->provides,
                    ),
                ],
                fn (mixed $value): bool => $value !== [],
            ),
            $package->releases,
        );

        return [
            'id' => $package->id,
            'kind' => $package->kind->value,
            'name' => $package->title(),
            'scheme' => $package->scheme->value,
            'releases' => $releases,
        ];
    }
}
