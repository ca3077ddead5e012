<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Catalogue\Kind;

/** What a line-up consists of, in open formats: CycloneDX 1.6, SPDX 2.3, Package URLs, CSV (RFC 4180) and Markdown. */
final readonly class Inventory
{
    /** Licences that are told by their identifiers in the SPDX License List; any other is told by its name. */
    private const LICENCES = [
        '0BSD',
        'AGPL-3.0-only',
        'AGPL-3.0-or-later',
        'Apache-2.0',
        'Artistic-2.0',
        'BSD-2-Clause',
        'BSD-3-Clause',
        'BSL-1.0',
        'CC-BY-4.0',
        'CC-BY-NC-4.0',
        'CC-BY-NC-ND-4.0',
        'CC-BY-NC-SA-4.0',
        'CC-BY-ND-4.0',
        'CC-BY-SA-4.0',
        'CC0-1.0',
        'EPL-1.0',
        'EPL-2.0',
        'EUPL-1.2',
        'GPL-2.0-only',
        'GPL-2.0-or-later',
        'GPL-3.0-only',
        'GPL-3.0-or-later',
        'ISC',
        'LGPL-2.1-only',
        'LGPL-2.1-or-later',
        'LGPL-3.0-only',
        'LGPL-3.0-or-later',
        'MIT',
        'MPL-2.0',
        'OFL-1.1',
        'Unlicense',
        'WTFPL',
        'Zlib',
    ];

    /** What the line-up itself is called in a graph; no package is, as each is called by its URL. */
    private const ROOT = 'line-up';

    /**
     * @param  string  $name  what it is of
     * @param  list<Item>  $items
     * @param  string  $made  an ISO 8601 moment in UTC
     */
    public function __construct(private string $name, private array $items, private string $made)
    {
    }

    /** Exceptions to them, by their identifiers in the same list. */
    private const EXCEPTIONS = ['Classpath-exception-2.0', 'GCC-exception-3.1', 'LLVM-exception'];

    public static function isKnown(string $licence): bool
    {
        return in_array($licence, self::LICENCES, true);
    }

    /** Whether it is a licence expression (SPDX 2.3, annex D) of identifiers that are known; one alone is one, too. */
    public static function isExpression(string $licence): bool
    {
        $one =
            '(?:'.
            implode('|', array_map(fn (string $id): string => preg_quote($id, '/'), self::LICENCES)).
            ')(?: WITH (?:'.
            implode('|', array_map(fn (string $id): string => preg_quote($id, '/'), self::EXCEPTIONS)).
            '))?';

        return strlen($licence) <= 200 &&
            preg_match("/^(?<all>(?:{$one}|\\((?&all)\\))(?: (?:AND|OR) (?:{$one}|\\((?&all)\\)))*)$/D", $licence) === 1;
    }

    /** @return list<string> */
    public static function licences(): array
    {
        return self::LICENCES;
    }

    /** CycloneDX 1.6 (ECMA-424), as JSON. */
    public function cycloneDx(): string
    {
        return self::json([
            '$schema' => 'http://cyclonedx.org/schema/bom-1.6.schema.json',
            'bomFormat' => 'CycloneDX',
            'specVersion' => '1.6',
            'version' => 1,
            'metadata' => [
                'timestamp' => $this->made,
                'component' => ['type' => 'application', 'bom-ref' => self::ROOT, 'name' => $this->name],
                'tools' => ['components' => [['type' => 'application', 'name' => 'Stasimon']]],
            ],
            'components' => array_map(
                fn (Item $item): array => array_filter(
                    [
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
                        'licenses' => $item->licence === ''
                                ? []
                                : [
                                    match (true) {
                                        self::isKnown($item->licence) => ['license' => ['id' => $item->licence]],
                                        self::isExpression($item->licence) => ['expression' => $item->licence],
                                        default => ['license' => ['name' => $item->licence]],
                                    },
                                ],
                        'purl' => $item->url(),
                    ],
                    self::isSaid(...),
                ),
                $this->items,
            ),
            'dependencies' => [
                [
                    'ref' => self::ROOT,
                    'dependsOn' => array_map(
                        fn (Item $item): string => $item->url(),
                        array_values(array_filter($this->items, fn (Item $item): bool => $item->isWanted)),
                    ),
                ],
                ...array_map(
                    fn (Item $item): array => [
                        'ref' => $item->url(),
                        'dependsOn' => array_map(fn (Item $needed): string => $needed->url(), $this->neededBy($item)),
                    ],
                    $this->items,
                ),
            ],
        ]);
    }

    /** What is there at all: an id may be "0". */
    private static function isSaid(mixed $value): bool
    {
        return $value !== '' && $value !== [];
    }

    /** @return list<Item> each once */
    private function neededBy(Item $item): array
    {
        return array_values(array_filter($this->items, fn (Item $other): bool => in_array($other->id, $item->needs, true)));
    }

    /** SPDX 2.3 (its predecessor 2.2.1 is ISO/IEC 5962), as JSON. */
    public function spdx(): string
    {
        $packages = $relations = [];
        $ids = [];
        foreach ($this->items as $number => $item) {
            $ids[$item->id] = 'SPDXRef-Package-'.($number + 1);
        }
        foreach ($this->items as $item) {
            $id = $ids[$item->id];
            $packages[] = array_filter(
                [
                    'SPDXID' => $id,
                    'name' => $item->id,
                    'versionInfo' => $item->version,
                    'summary' => $item->title,
                    'downloadLocation' => 'NOASSERTION',
                    'licenseConcluded' => 'NOASSERTION',
                    'licenseDeclared' => self::isExpression($item->licence) ? $item->licence : 'NOASSERTION',
                    'licenseComments' => $item->licence === '' || self::isExpression($item->licence) ? '' : 'Its depot '.
                    "says: {$item->licence}",
                    'copyrightText' => 'NOASSERTION',
                    'checksums' => $item->sha256 === '' ? [] : [['algorithm' => 'SHA256', 'checksumValue' => $item->sha256]],
                    'externalRefs' => [
                        ['referenceCategory' => 'PACKAGE-MANAGER', 'referenceType' => 'purl', 'referenceLocator' => $item->url()],
                    ],
                ],
                self::isSaid(...),
            ) + ['filesAnalyzed' => false];
            $relations[] = ['spdxElementId' => 'SPDXRef-DOCUMENT', 'relationshipType' => 'DESCRIBES', 'relatedSpdxElement' => $id];
            foreach ($this->neededBy($item) as $needed) {
                $relations[] = ['spdxElementId' => $id, 'relationshipType' => 'DEPENDS_ON', 'relatedSpdxElement' => $ids[$needed->id]];
            }
        }

        return self::json([
            'spdxVersion' => 'SPDX-2.3',
            'dataLicense' => 'CC0-1.0',
            'SPDXID' => 'SPDXRef-DOCUMENT',
            'name' => $this->name,
            // A name, not an address: the domain "invalid" is for that (RFC 2606).
            'documentNamespace' => 'https://stasimon.invalid/spdx/'.
                hash('sha256', $this->name.$this->made.json_encode(array_map(fn (Item $item): string => $item->url(), $this->items))),
            'creationInfo' => ['created' => $this->made, 'creators' => ['Tool: Stasimon']],
            'packages' => $packages,
            'relationships' => $relations,
        ]);
    }

    /** A Package URL on each line. */
    public function urls(): string
    {
        return implode('', array_map(fn (Item $item): string => $item->url()."\n", $this->items));
    }

    /** Comma-separated values. What a spreadsheet would take for a formula has an apostrophe before it. */
    public function csv(): string
    {
        $rows = [['id', 'name', 'version', 'kind', 'licence', 'bytes', 'sha256', 'source']];
        foreach ($this->items as $item) {
            $rows[] = [
                $item->id,
                $item->title,
                $item->version,
                $item->kind->value,
                $item->licence,
                (string) $item->size,
                $item->sha256,
                $item->source,
            ];
        }
        $field = fn (string $text): string => '"'.
            str_replace('"', '""', preg_match('/^[=+\-@\t\r\n\x{FF1D}\x{FF0B}\x{FF0D}\x{FF20}]/u', $text) === 1 ? "'".$text : $text).
            '"';

        return implode('', array_map(fn (array $row): string => implode(',', array_map($field, $row))."\r\n", $rows));
    }

    /** A table in Markdown. */
    public function markdown(): string
    {
        $cell = fn (string $text): string => strtr((string) preg_replace('/\s+/', ' ', $text), [
            '\\' => '\\\\',
            '|' => '\\|',
            '<' => '&lt;',
            '*' => '\\*',
            '_' => '\\_',
            '`' => '\\`',
            '[' => '\\[',
            ']' => '\\]',
        ]);
        $lines = ["# {$cell($this->name)}", '', '| Package | Release | Kind | Licence | Source |', '| --- | --- | --- | --- | --- |'];
        foreach ($this->items as $item) {
            $lines[] =
                '| '.
                implode(' | ', array_map($cell, [$item->title, $item->version, $item->kind->word(1), $item->licence, $item->source])).
                ' |';
        }

        return implode("\n", $lines)."\n";
    }

    /** @param  array<string, mixed>  $document */
    private static function json(array $document): string
    {
        return json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n";
    }
}
