<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

/** JSON as it is handed out. */
final class Json
{
    /** @param  array<string, mixed>  $document */
    public static function of(array $document): string
    {
        return json_encode($document, JSON_THROW_ON_ERROR | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE)."\n";
    }

    /** What is there at all: an id may be "0". */
    public static function isSaid(mixed $value): bool
    {
        return $value !== '' && $value !== [];
    }
}
