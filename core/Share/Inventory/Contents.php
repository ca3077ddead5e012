<?php

declare(strict_types=1);

namespace Stasimon\Core\Share\Inventory;

use Stasimon\Core\Share\Item;

/** What a line-up consists of. */
final readonly class Contents
{
    /**
     * @param  string  $name  what it is of
     * @param  list<Item>  $items
     * @param  string  $made  an ISO 8601 moment in UTC
     */
    public function __construct(public string $name, public array $items, public string $made)
    {
    }

    /** @return list<Item> each once */
    public function neededBy(Item $item): array
    {
        return array_values(array_filter($this->items, fn (Item $other): bool => in_array($other->id, $item->needs, true)));
    }
}
