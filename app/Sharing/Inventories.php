<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Models\Instance;
use App\Models\PlacedRelease;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Share\Inventory\Contents;
use Stasimon\Core\Share\Item;

/** What is applied in an instance, for an inventory in an open format. */
final readonly class Inventories
{
    public function of(Instance $instance): Contents
    {
        $ids = $instance->placed->pluck('package_id')->all();
        $licences = DB::table('sources')
            ->whereIn('package_id', $ids)
            ->orderByDesc('depot_id')
            ->selectRaw("package_id, page->>'licence' as licence")
            ->pluck('licence', 'package_id')
            ->all();
        $needs = [];
        foreach ($instance->placed as $placed) {
            foreach ($placed->because->needed as $by) {
                $needs[$by->id][] = $placed->package_id;
            }
        }
        $items = array_values(
            $instance->placed
                ->map(
                    fn (PlacedRelease $placed): Item => new Item(
                        $placed->package_id,
                        $placed->name,
                        $placed->version,
                        Kind::from($placed->kind),
                        trim((string) $placed->sha256),
                        $placed->size,
                        (string) ($licences[$placed->package_id] ?? ''),
                        (string) $placed->depot,
                        $placed->because->isWanted,
                        array_values(array_unique($needs[$placed->package_id] ?? [])),
                    ),
                )
                ->all(),
        );

        return new Contents($instance->name, $items, now()->utc()->format('Y-m-d\TH:i:s\Z'));
    }
}
