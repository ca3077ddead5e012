<?php

declare(strict_types=1);

namespace Stasimon\Core\Evidence\Repository;

/** A file that an entry of a feed offers. */
final readonly class Enclosure
{
    /**
     * @param  string  $address  as it is written, whole or below the feed's own
     * @param  int|null  $length  bytes, where it says so
     * @param  string|null  $published  RFC 3339
     * @param  string  $notes  what the entry says, without markup
     */
    public function __construct(
        public string $address,
        public ?int $length,
        public ?string $published,
        public string $notes,
    ) {
    }
}
