<?php

declare(strict_types=1);

namespace Stasimon\Core\Document;

use DOMDocument;
use DOMElement;

/** Reads a stranger's XML: none with a document type of its own, and none that is larger than its reader can bear. */
final class PlainXml
{
    /**
     * The outermost element.
     *
     * @param  int  $elements  that it has at most
     *
     * @throws UnusableDocument
     */
    public static function read(string $text, int $elements = XmlBounds::ELEMENTS): DOMElement
    {
        if (stripos($text, '<!DOCTYPE') !== false || stripos($text, '<!ENTITY') !== false) {
            throw UnusableDocument::at('', 'it is XML with a document type of its own, which is not read.');
        }
        $problem = XmlBounds::problem($text, $elements);
        $problem === '' || throw UnusableDocument::at('', "{$problem}.");
        $document = new DOMDocument();
        $text = trim($text);
        if ($text === '' || ! @$document->loadXML($text, LIBXML_NONET | LIBXML_NOCDATA | LIBXML_NOERROR | LIBXML_NOWARNING)) {
            throw UnusableDocument::at('', 'it is not XML.');
        }

        return $document->documentElement ?? throw UnusableDocument::at('', 'it is not XML.');
    }

    /**
     * The elements right below one that are called like that, in whatever namespace.
     *
     * @return list<DOMElement>
     */
    public static function children(DOMElement $of, string $name): array
    {
        $found = [];
        for ($node = $of->firstChild; $node !== null; $node = $node->nextSibling) {
            if ($node instanceof DOMElement && ($name === '*' || $node->localName === $name)) {
                $found[] = $node;
            }
        }

        return $found;
    }

    /** The element that names lead to, from one below another. */
    public static function below(DOMElement $of, string ...$names): ?DOMElement
    {
        foreach ($names as $name) {
            $of = self::children($of, $name)[0] ?? null;
            if ($of === null) {
                return null;
            }
        }

        return $of;
    }

    /** The text of the element that names lead to; nothing where there is none. */
    public static function text(DOMElement $of, string ...$names): string
    {
        return trim(self::below($of, ...$names)->textContent ?? '');
    }
}
