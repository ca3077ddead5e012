<?php

declare(strict_types=1);

namespace App\Moving;

use App\Depots\PackageRow;
use App\Models\Watch;
use App\Models\WishCell;
use App\Models\WishList;
use App\Refusal\Refusal;
use Illuminate\Support\Collection;

/** Tells a person when those that a cell waits for have come. */
final readonly class Watching
{
    public function begin(WishList $list, WishCell $cell): Watch
    {
        $held = self::held($list, $cell);
        if (count($held) === count(Wishes::of($list))) {
            throw Refusal::conflict('All of them hold there already, so there is nothing to wait for.');
        }

        return Watch::query()->updateOrCreate(
            ['wish_list_id' => $list->id, 'version' => $cell->version, 'loader' => $cell->loader],
            ['held' => $held, 'news' => null, 'whole' => false],
        );
    }

    /** Compares what is watched of a list with its grid, once that is worked out anew. */
    public function compare(WishList $list): void
    {
        $wants = Wishes::of($list);
        foreach (Watch::query()->where('wish_list_id', $list->id)->where('version', '<>', '')->get() as $watch) {
            $cell = $list->cells()->where('version', $watch->version)->where('loader', $watch->loader)->first();
            if ($cell === null) {
                // A loader that is not to be had for a while says nothing of who came.
                continue;
            }
            $held = self::held($list, $cell);
            $come = array_values(array_diff($held, $watch->held));
            if ($come === []) {
                $watch->update(['held' => $held]);

                continue;
            }
            $names = PackageRow::query()
                ->whereIn('id', [...$come, $watch->loader])
                ->pluck('name', 'id')
                ->all();
            $where = "{$watch->version} with ".($names[$watch->loader] ?? $watch->loader);
            $came =
                implode(', ', array_map(fn (string $id): string => $names[$id] ?? $id, array_slice($come, 0, 3))).
                (count($come) > 3 ? ' and '.(count($come) - 3).' more' : '').
                ' came.';
            $isWhole = count($held) === count($wants);
            $watch->update([
                'held' => $held,
                'whole' => $isWhole,
                'news_at' => now(),
                'news' => mb_substr(
                    $isWhole
                        ? 'All '.count($wants)." hold on {$where}; {$came}"
                        : count($held).' of '.count($wants)." hold on {$where}; {$came}",
                    0,
                    500,
                ),
            ]);
        }
    }

    /**
     * @return Collection<int, WishList> lists of which something is waited for; one whose grid was broken off is begun again by who looks
     *     at it
     */
    public function lists(): Collection
    {
        return WishList::query()
            ->with('instance')
            ->whereNotNull('stamp')
            ->whereIn('id', Watch::query()->where('whole', false)->where('version', '<>', '')->select('wish_list_id'))
            ->limit(200)
            ->get();
    }

    /** @return Collection<int, Watch> what there is to tell, newest first */
    public function news(): Collection
    {
        return Watch::query()->with('list')->whereNotNull('news')->orderByDesc('news_at')->limit(12)->get();
    }

    /** It was read: what is whole needs no more watching. */
    public function read(Watch $watch): void
    {
        $watch->whole ? $watch->delete() : $watch->update(['news' => null]);
    }

    /** @return list<string> */
    private static function held(WishList $list, WishCell $cell): array
    {
        $wants = Wishes::of($list);

        return array_values(array_filter(array_map(fn (int $index): ?string => $wants[$index]->id ?? null, $cell->detail['kept'])));
    }
}
