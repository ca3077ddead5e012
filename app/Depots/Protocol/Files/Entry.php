<?php

declare(strict_types=1);

namespace App\Depots\Protocol\Files;

/** A file that a place lists, with what the list itself says of it. */
final readonly class Entry
{
    /**
     * @param  string  $path  below the place's address
     * @param  string  $seen  by which it can be told from another file of the same name: its digest, or a time and a size
     * @param  string|null  $sha256  null where the list does not say it, and it is taken once from the file
     * @param  string|null  $published  RFC 3339
     * @param  string  $notes  what has changed in it
     * @param  string  $document  what the list has in place of what is read out of the file
     * @param  string  $sums  a file beside it that holds its digest; nothing for none
     */
    public function __construct(
        public string $path,
        public string $seen,
        public ?string $sha256 = null,
        public ?int $size = null,
        public ?string $published = null,
        public string $notes = '',
        public string $document = '',
        public string $sums = '',
    ) {
    }
}
