<?php

declare(strict_types=1);

namespace App\Moving;

use App\Models\Instance;
use App\Models\WishList;
use Stasimon\Core\Resolve\Want;

/** What is wished for: the lines of a list that mean something, or what an instance asks for. */
final class Wishes
{
    /** @return list<Want> */
    public static function of(WishList $list): array
    {
        if ($list->instance !== null) {
            // A pin holds here; elsewhere another release is the point of asking.
            return array_map(
                fn (Want $want): Want => new Want($want->id, str_starts_with($want->range, '=') ? '*' : $want->range),
                $list->instance->plan->wants,
            );
        }
        $wants = [];
        foreach ($list->lines as $line) {
            if ($line['id'] !== null) {
                $wants[] = new Want($line['id'], $line['range']);
            }
        }

        return $wants;
    }

    /** The list that stands for what an instance asks for. */
    public static function ofInstance(Instance $instance): WishList
    {
        $list = WishList::query()->firstOrCreate(
            ['instance_id' => $instance->id],
            ['name' => $instance->name, 'game' => $instance->plan->base->game, 'lines' => []],
        );

        return $list->setRelation('instance', $instance);
    }
}
