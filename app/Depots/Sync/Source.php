<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Document\Node;

/** What one depot says of one package, read and found usable. */
final class Source
{
    private ?Package $package = null;

    /**
     * @param  string  $localId  the id that the depot uses
     * @param  string  $packageId  the id that is used here
     * @param  string  $document  in the catalogue format, with ids as they are used here
     * @param  array<string, mixed>  $page  name, summary, categories, side, downloads, size, published, licence, notices and notes
     * @param  list<array<string, mixed>>  $files  rows of the releases table
     * @param  list<string>  $problems  what of it cannot be used, and why
     */
    public function __construct(
        public readonly int $depot,
        public readonly string $localId,
        public readonly string $packageId,
        public readonly string $document,
        public readonly array $page,
        public readonly array $files = [],
        public readonly array $problems = [],
    ) {
    }

    /** @param  object{depot_id: int, local_id: string, package_id: string, document: string, page: string}  $row */
    public static function ofRow(object $row): self
    {
        return new self(
            $row->depot_id,
            $row->local_id,
            $row->package_id,
            $row->document,
            json_decode($row->page, true, flags: JSON_THROW_ON_ERROR),
        );
    }

    /** One of which nothing can be used but that it is there. */
    public static function unusable(int $depot, string $localId, string $packageId, string $why): self
    {
        return new self($depot, $localId, $packageId, '', [], [], [$why]);
    }

    public function isUsable(): bool
    {
        return $this->document !== '';
    }

    public static function package(string $document): Package
    {
        return (new CatalogueReader())->package(Node::ofJson($document));
    }

    public function asPackage(): Package
    {
        return $this->package ??= self::package($this->document);
    }

    public function knowing(Package $package): self
    {
        $this->package = $package;

        return $this;
    }
}
