<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

use Generator;
use Stasimon\Core\Document\JsonItems;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use stdClass;

/** The packages of a document, each as its text until it is asked for; every one of them was looked at once, and is usable. */
final class TextCatalogue implements Catalogue
{
    /** Bytes of the document that are looked at at a time. */
    private const PORTION = 1 << 20;

    /** @var array<string, Package> */
    private array $packages = [];

    /**
     * @param  array<string, string>  $texts  package id => the package as JSON
     * @param  array<string, list<Provider>>  $providers
     */
    private function __construct(private readonly array $texts, private readonly array $providers, private readonly QuickReader $reader)
    {
    }

    /** Null where anything is wrong, which {@see CatalogueReader} can tell. */
    public static function of(string $json): ?self
    {
        $named = new NamedRanges;
        $reader = new QuickReader($named);
        $texts = [];
        try {
            $document = new JsonItems(self::portions($json), 'packages', PHP_INT_MAX);
            foreach ($document->texts() as $text) {
                $item = json_decode($text, false, 64);
                $package = $item instanceof stdClass ? $reader->package($item) : null;
                if ($package === null || isset($texts[$package->id])) {
                    return null;
                }
                $named->note($package);
                $texts[$package->id] = $text;
            }
            Node::of((object) $document->fields())->expectFormat('stasimon/catalogue');
        } catch (UnusableDocument) {
            return null;
        }

        // Without any package it is for the careful reader to say what is missing.
        return $texts !== [] && $named->areUsable() ? new self($texts, $named->providers(), new QuickReader) : null;
    }

    public function package(string $id): ?Package
    {
        if (! isset($this->packages[$id]) && isset($this->texts[$id])) {
            $package = $this->reader->package(Node::objectOf($this->texts[$id]));
            $package === null ? null : $this->packages[$id] = $package;
        }

        return $this->packages[$id] ?? null;
    }

    public function providersOf(string $id): array
    {
        return $this->providers[$id] ?? [];
    }

    /** @return Generator<int, string> */
    private static function portions(string $json): Generator
    {
        for ($at = 0; $at < strlen($json); $at += self::PORTION) {
            yield substr($json, $at, self::PORTION);
        }
    }
}
