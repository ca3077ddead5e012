<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

use DOMElement;
use Generator;
use Stasimon\Core\Document\Quiet;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Document\XmlBounds;
use XMLReader;

/** An index of a repository of bundles: OSGi Compendium Release 8, 132.5, "XML Repository Format". */
final readonly class BundleIndex
{
    /** Bytes, as unpacked. */
    public const LONGEST = 60_000_000;

    private const ELEMENTS = 2_000_000;

    private function __construct(public string $name, private string $text)
    {
    }

    /** @throws UnusableDocument for what is none */
    public static function read(string $text): self
    {
        if (str_starts_with($text, "\x1f\x8b")) {
            [$text] = Quiet::ask(fn (): string|false => gzdecode($text, self::LONGEST));
            is_string($text) && $text !== '' || throw UnusableDocument::at('', 'it is packed, and cannot be unpacked.');
        }
        if (stripos($text, '<!DOCTYPE') !== false || stripos($text, '<!ENTITY') !== false) {
            throw UnusableDocument::at('', 'it is XML with a document type of its own, which is not read.');
        }
        $problem = XmlBounds::problem($text, self::ELEMENTS);
        $problem === '' || throw UnusableDocument::at('', "{$problem}.");
        $reader = self::reader($text);
        while (@$reader->read()) {
            if ($reader->nodeType === XMLReader::ELEMENT) {
                return $reader->localName === 'repository' && str_contains($reader->namespaceURI, '/xmlns/repository/')
                    ? new self((string) $reader->getAttribute('name'), $text)
                    : throw UnusableDocument::at('', 'it is no index of a repository.');
            }
        }

        throw UnusableDocument::at('', 'it is not XML.');
    }

    /**
     * @return Generator<int, BundleResource> those that are files
     *
     * @throws UnusableDocument where it breaks off
     */
    public function resources(): Generator
    {
        $reader = self::reader($this->text);
        $whole = false;
        while (@$reader->read()) {
            if ($reader->nodeType === XMLReader::ELEMENT && $reader->localName === 'resource') {
                $element = @$reader->expand();
                $resource = $element instanceof DOMElement ? BundleResource::read($element) : null;
                if ($resource !== null) {
                    yield $resource;
                }
            }
            $whole = $reader->nodeType === XMLReader::END_ELEMENT && $reader->depth === 0;
        }
        if (! $whole && preg_match('~/>\s*$~D', $this->text) !== 1) {
            throw UnusableDocument::at('', 'it breaks off, or is not XML.');
        }
    }

    /** @throws UnusableDocument */
    private static function reader(string $text): XMLReader
    {
        $reader = trim($text) === '' ? false : @XMLReader::XML($text, null, LIBXML_NONET | LIBXML_NOERROR | LIBXML_NOWARNING);

        return $reader instanceof XMLReader ? $reader : throw UnusableDocument::at('', 'it is not XML.');
    }
}
