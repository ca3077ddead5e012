<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Generator;
use Stasimon\Core\Document\JsonItems;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;

/**
 * The packages of a document, each as a place in its text until it is asked for; every one of them was looked at once, and is usable.
 * Where they are can be written down, so that nobody has to look through the same document a second time.
 */
final class TextCatalogue implements Catalogue
{
    /** Bytes of the document that are looked at at a time. */
    private const PORTION = 1 << 20;

    /** Of {@see compiled()}; another one whenever it is written in another way, or other documents are usable. */
    private const REVISION = 1;

    /** Bits of a place that say how many bytes a package has; those above, where it begins. */
    private const LENGTH = 32;

    /** @var array<string, Package> */
    private array $packages = [];

    private readonly QuickReader $reader;

    /**
     * @param  array<string, int>  $places  package id => where it is in the document
     * @param  array<string, list<Provider>>  $providers
     */
    private function __construct(private readonly string $json, private readonly array $places, private readonly array $providers)
    {
        $this->reader = new QuickReader;
    }

    /** Null where anything is wrong, which {@see CatalogueReader} can tell. */
    public static function of(string $json): ?self
    {
        $named = new NamedRanges;
        $check = new QuickCheck($named);
        $texts = $places = [];
        try {
            $document = new JsonItems(self::portions($json), 'packages', PHP_INT_MAX);
            foreach ($document->texts() as $text) {
                $texts[] = $document->begins << self::LENGTH | strlen($text);
                $named->expect($text);
            }
            Node::of((object) $document->fields())->expectFormat('stasimon/catalogue');
        } catch (UnusableDocument) {
            return null;
        }
        foreach ($texts as $place) {
            $id = $check->idOf(self::text($json, $place));
            if ($id === null || isset($places[$id])) {
                return null;
            }
            $places[$id] = $place;
        }

        // Without any package it is for the careful reader to say what is missing.
        return $places !== [] && $named->areUsable() ? new self($json, $places, $named->providers()) : null;
    }

    /** Where the packages of this document are, for {@see ofCompiled()}. */
    public function compiled(): string
    {
        $providers = array_map(
            fn (array $of): array => array_map(fn (Provider $one): array => [$one->package, $one->position, $one->version], $of),
            $this->providers,
        );
        $body = serialize([$this->places, $providers]);

        return self::head($this->json).hash('xxh128', $body).$body;
    }

    /** Null where it was not compiled of this document, by this revision, and whole. */
    public static function ofCompiled(string $json, string $compiled): ?self
    {
        $head = self::head($json);
        $body = substr($compiled, strlen($head) + 32);
        if (! str_starts_with($compiled, $head.hash('xxh128', $body))) {
            return null;
        }
        $parts = @unserialize($body, ['allowed_classes' => false]);
        if (! is_array($parts) || ! is_array($parts[0] ?? null) || ! is_array($parts[1] ?? null)) {
            return null;
        }
        /** @var array{array<string, int>, array<string, list<array{string, int, string}>>} $parts */
        [$places, $providers] = $parts;

        return new self(
            $json,
            $places,
            array_map(fn (array $of): array => array_map(fn (array $one): Provider => new Provider(...$one), $of), $providers),
        );
    }

    public function package(string $id): ?Package
    {
        if (! isset($this->packages[$id]) && isset($this->places[$id])) {
            $package = $this->reader->package(Node::objectOf(self::text($this->json, $this->places[$id])));
            $package === null ? null : $this->packages[$id] = $package;
        }

        return $this->packages[$id] ?? null;
    }

    public function providersOf(string $id): array
    {
        return $this->providers[$id] ?? [];
    }

    private static function head(string $json): string
    {
        return 'stasimon '.self::REVISION.' '.strlen($json).' '.hash('xxh128', $json)."\n";
    }

    private static function text(string $json, int $place): string
    {
        return substr($json, $place >> self::LENGTH, $place & (1 << self::LENGTH) - 1);
    }

    /** @return Generator<int, string> */
    private static function portions(string $json): Generator
    {
        for ($at = 0; $at < strlen($json); $at += self::PORTION) {
            yield substr($json, $at, self::PORTION);
        }
    }
}
