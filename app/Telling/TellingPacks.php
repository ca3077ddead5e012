<?php

declare(strict_types=1);

namespace App\Telling;

use App\Models\Instance;
use App\Models\PackRelease;
use App\Packs\DepotPack;
use App\Packs\Sets\Subscription;
use App\Packs\Sets\Subscriptions;
use Carbon\CarbonImmutable;

/** Tells of newer releases of packs that instances are of. */
final readonly class TellingPacks
{
    public function __construct(private Tellings $tellings, private Subscriptions $subscriptions)
    {
    }

    /** Looks for them among what depots list, as after one was read. */
    public function look(): void
    {
        $instances = Instance::query()
            ->whereNotNull('pack_id')
            ->whereNull('put_away_at')
            ->whereNull('problem')
            ->get(['id', 'name', 'pack_id']);
        $of = PackRelease::query()->whereIn('id', $instances->pluck('pack_id')->unique())->get(['id', 'pack', 'version'])->keyBy('id');
        $listed = DepotPack::query()->whereIn('pack', $of->pluck('pack')->unique())->orderBy('published_at')->get()->groupBy('pack');
        foreach ($instances as $instance) {
            $release = $of[$instance->pack_id] ?? null;
            $all = $release === null ? null : $listed->get($release->pack);
            $own = $all?->firstWhere('version', $release?->version)?->published_at;
            $newest = $all?->last();
            if ($release !== null && $newest instanceof DepotPack && $own instanceof CarbonImmutable && $newest->published_at > $own) {
                $this->tell($instance, $release, $newest);
            }
        }
    }

    /** Tells of the newer state of a set that was just read, whose instances are of an older one. */
    public function ofSet(int $subscription): void
    {
        $set = Subscription::query()->find($subscription);
        $latest = $set?->release();
        if ($set === null || $latest === null) {
            return;
        }
        foreach ($this->subscriptions->instances($set->pack) as $instance) {
            $own = $instance->pack_id === $latest->id ? null : PackRelease::query()->find($instance->pack_id);
            $own === null || $this->tellings->tell(
                Occurrence::Came,
                "set {$instance->id} {$set->pack} {$latest->version}",
                $instance->id,
                "{$set->name} goes on to {$latest->version}; {$instance->name} is at {$own->version}. ".trim($set->why),
                'See what it changes',
                route('pack.update', [$instance, 'to' => $latest->id], false),
            );
        }
    }

    private function tell(Instance $instance, PackRelease $release, DepotPack $newest): void
    {
        $there = PackRelease::query()->where('pack', $newest->pack)->where('version', $newest->version)->exists();
        $this->tellings->tell(
            Occurrence::Came,
            "pack {$instance->id} {$newest->pack} {$newest->version}",
            $instance->id,
            "{$newest->name} {$newest->version} was published; {$instance->name} is of {$release->version}.",
            $there ? 'See what it changes' : 'Fetch it',
            $there ? route('pack.update', $instance, false) : route('packs', ['q' => $newest->pack], false),
        );
    }
}
