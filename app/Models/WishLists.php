<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Support\Collection;

/** Wish lists that stand by themselves, found. */
final class WishLists
{
    /** @param  string  $game  of which it is to be; nothing where any will do */
    public static function find(string $id, string $game = ''): ?WishList
    {
        $lists = WishList::query()->whereNull('instance_id');

        return ($game === '' ? $lists : $lists->where('game', $game))->find($id);
    }

    /** @return Collection<int, WishList> those that were changed last first */
    public static function latest(): Collection
    {
        return WishList::query()->whereNull('instance_id')->latest('updated_at')->limit(200)->get();
    }

    /** @param  list<array<string, mixed>>  $lines */
    public static function begin(string $name, string $game, array $lines): WishList
    {
        return WishList::query()->create(['name' => $name, 'game' => $game, 'lines' => $lines]);
    }

    /** What one base holds of a list. */
    public static function cell(WishList $list, string $version, string $loader): ?WishCell
    {
        return $list->cells()->where('version', $version)->where('loader', $loader)->first();
    }
}
