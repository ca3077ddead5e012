<?php

declare(strict_types=1);

namespace Stasimon\Core\Share;

use Stasimon\Core\Catalogue\Kind;

/** A package as an inventory lists it. */
final readonly class Item
{
    /**
     * @param  string  $sha256  of its file; nothing where it has none
     * @param  int  $size  of its file in bytes
     * @param  string  $licence  as its depot words it; nothing where it does not say
     * @param  string  $source  the depot that it came from; nothing where it is from a disk
     * @param  bool  $isWanted  whether it is asked for by itself
     * @param  list<string>  $needs  ids of others that are there because it needs them
     */
    public function __construct(
        public string $id,
        public string $title,
        public string $version,
        public Kind $kind,
        public string $sha256 = '',
        public int $size = 0,
        public string $licence = '',
        public string $source = '',
        public bool $isWanted = true,
        public array $needs = [],
    ) {
    }

    /**
     * Its Package URL, of the type for what has no other: the purl specification of the package-url project, part "generic".
     * Whatever is not a letter, a digit or one of . - _ ~ is percent-encoded.
     */
    public function url(): string
    {
        return 'pkg:generic/'.
            rawurlencode($this->id).
            '@'.
            rawurlencode($this->version).
            ($this->sha256 === '' ? '' : '?checksum=sha256:'.$this->sha256);
    }
}
