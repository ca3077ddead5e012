<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

use Stasimon\Core\Share\Item;

/** SPDX 2.3 (its predecessor 2.2.1 is ISO/IEC 5962), as JSON. */
final class Spdx implements Form
{
    public static function name(): string
    {
        return 'SPDX';
    }

    public static function mediaType(): string
    {
        return 'application/spdx+json';
    }

    public static function ending(): string
    {
        return '.spdx.json';
    }

    public function write(Contents $contents): string
    {
        $packages = $relations = $ids = [];
        foreach ($contents->items as $number => $item) {
            $ids[$item->id] = 'SPDXRef-Package-'.($number + 1);
        }
        foreach ($contents->items as $item) {
            $id = $ids[$item->id];
            $packages[] = $this->package($id, $item);
            $relations[] = ['spdxElementId' => 'SPDXRef-DOCUMENT', 'relationshipType' => 'DESCRIBES', 'relatedSpdxElement' => $id];
            foreach ($contents->neededBy($item) as $needed) {
                $relations[] = ['spdxElementId' => $id, 'relationshipType' => 'DEPENDS_ON', 'relatedSpdxElement' => $ids[$needed->id]];
            }
        }
        $urls = json_encode(array_map(fn (Item $item): string => $item->url(), $contents->items));

        return Json::of([
            'spdxVersion' => 'SPDX-2.3',
            'dataLicense' => 'CC0-1.0',
            'SPDXID' => 'SPDXRef-DOCUMENT',
            'name' => $contents->name,
            // A name, not an address: the domain "invalid" is for that (RFC 2606).
            'documentNamespace' => 'https://stasimon.invalid/spdx/'.hash('sha256', $contents->name.$contents->made.$urls),
            'creationInfo' => ['created' => $contents->made, 'creators' => ['Tool: Stasimon']],
            'packages' => $packages,
            'relationships' => $relations,
        ]);
    }

    /** @return array<string, mixed> */
    private function package(string $id, Item $item): array
    {
        $isExpression = Licences::isExpression($item->licence);
        $package = [
            'SPDXID' => $id,
            'name' => $item->id,
            'versionInfo' => $item->version,
            'summary' => $item->title,
            'downloadLocation' => 'NOASSERTION',
            'licenseConcluded' => 'NOASSERTION',
            'licenseDeclared' => $isExpression ? $item->licence : 'NOASSERTION',
            'licenseComments' => $item->licence === '' || $isExpression ? '' : "Its depot says: {$item->licence}",
            'copyrightText' => 'NOASSERTION',
            'checksums' => $item->sha256 === '' ? [] : [['algorithm' => 'SHA256', 'checksumValue' => $item->sha256]],
            'externalRefs' => [
                ['referenceCategory' => 'PACKAGE-MANAGER', 'referenceType' => 'purl', 'referenceLocator' => $item->url()],
            ],
        ];

        return array_filter($package, Json::isSaid(...)) + ['filesAnalyzed' => false];
    }
}
