<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

use Stasimon\Core\Share\Item;

/** A Package URL on each line. */
final class Urls implements Form
{
    public static function name(): string
    {
        return 'Package URLs';
    }

    public static function mediaType(): string
    {
        return 'text/plain; charset=utf-8';
    }

    public static function ending(): string
    {
        return '.purl.txt';
    }

    public function write(Contents $contents): string
    {
        return implode('', array_map(fn (Item $item): string => $item->url()."\n", $contents->items));
    }
}
