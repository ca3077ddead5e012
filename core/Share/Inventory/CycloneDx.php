<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Share\Item;

/** CycloneDX 1.6 (ECMA-424), as JSON. */
final class CycloneDx implements Form
{
    /** What the line-up itself is called in a graph; no package is, as each is called by its URL. */
    private const ROOT = 'line-up';

    public static function name(): string
    {
        return 'CycloneDX';
    }

    public static function mediaType(): string
    {
        return 'application/vnd.cyclonedx+json; version=1.6';
    }

    public static function ending(): string
    {
        return '.cdx.json';
    }

    public function write(Contents $contents): string
    {
        return Json::of([
            '$schema' => 'http://cyclonedx.org/schema/bom-1.6.schema.json',
            'bomFormat' => 'CycloneDX',
            'specVersion' => '1.6',
            'version' => 1,
            'metadata' => [
                'timestamp' => $contents->made,
                'component' => ['type' => 'application', 'bom-ref' => self::ROOT, 'name' => $contents->name],
                'tools' => ['components' => [['type' => 'application', 'name' => 'Stasimon']]],
            ],
            'components' => array_map($this->component(...), $contents->items),
            'dependencies' => $this->dependencies($contents),
        ]);
    }

    /** @return array<string, mixed> */
    private function component(Item $item): array
    {
        $component = [
            'type' => match ($item->kind) {
                Kind::Game => 'application',
                Kind::Runtime => 'platform',
                Kind::Loader => 'framework',
                Kind::ResourcePack, Kind::DataPack, Kind::ShaderPack => 'data',
                default => 'library',
            },
            'bom-ref' => $item->url(),
            'name' => $item->id,
            'version' => $item->version,
            'description' => $item->title,
            'hashes' => $item->sha256 === '' ? [] : [['alg' => 'SHA-256', 'content' => $item->sha256]],
            'licenses' => $item->licence === '' ? [] : [$this->licence($item->licence)],
            'purl' => $item->url(),
        ];

        return array_filter($component, Json::isSaid(...));
    }

    /** @return array<string, mixed> */
    private function licence(string $licence): array
    {
        return match (true) {
            Licences::isKnown($licence) => ['license' => ['id' => $licence]],
            Licences::isExpression($licence) => ['expression' => $licence],
            default => ['license' => ['name' => $licence]],
        };
    }

    /** @return list<array{ref: string, dependsOn: list<string>}> */
    private function dependencies(Contents $contents): array
    {
        $url = fn (Item $item): string => $item->url();
        $wanted = array_values(array_filter($contents->items, fn (Item $item): bool => $item->isWanted));
        $dependencies = [['ref' => self::ROOT, 'dependsOn' => array_map($url, $wanted)]];
        foreach ($contents->items as $item) {
            $dependencies[] = ['ref' => $item->url(), 'dependsOn' => array_map($url, $contents->neededBy($item))];
        }

        return $dependencies;
    }
}
