<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Pagination\LengthAwarePaginator;
use Illuminate\Support\Collection;
use Stasimon\Core\Plan\Plan;

/** Instances, found. */
final class Instances
{
    /** @param  list<string>  $with  relations that are read with it */
    public static function find(string $id, array $with = []): ?Instance
    {
        return Instance::query()->with($with)->find($id);
    }

    /** One that stands on nothing yet. */
    public static function begin(string $name, Plan $plan): Instance
    {
        return Instance::query()->create(['name' => $name, 'plan' => $plan]);
    }

    /** The one in which the definition of a game was tried. */
    public static function trialOf(string $game): ?Instance
    {
        return Instance::query()
            ->where('trial', true)
            ->whereRaw("plan->>'game' = ?", [$game])
            ->with('lastRehearsal')
            ->latest('created_at')
            ->first();
    }

    public static function hasNamesake(Instance $instance): bool
    {
        return Instance::query()->where('name', $instance->name)->where('id', '!=', $instance->id)->exists();
    }

    /** @return Collection<int, Instance> id and name of each, by name */
    public static function names(): Collection
    {
        return Instance::query()
            ->orderBy('name')
            ->limit(500)
            ->get(['id', 'name']);
    }

    /** @return Collection<int, Instance> those that are not put away, without one, by name */
    public static function others(Instance $instance): Collection
    {
        return Instance::query()
            ->whereKeyNot($instance->id)
            ->whereNull('put_away_at')
            ->whereNull('problem')
            ->orderByRaw('lower(name), id')
            ->limit(500)
            ->get(['id', 'name', 'picture']);
    }

    /** One that shows most: with a rehearsal, and with as many packages as can be; null where nothing is applied anywhere. */
    public static function shown(): ?Instance
    {
        return Instance::query()
            ->whereNull('put_away_at')
            ->whereNull('problem')
            ->whereNotNull('applied_at')
            ->orderByRaw('exists (select from rehearsals where instance_id = instances.id) desc')
            ->orderByRaw('(select count(*) from placed_releases where instance_id = instances.id) desc, id')
            ->first();
    }

    /** @return list<string> headings under which instances stand, by name */
    public static function headings(): array
    {
        $headings = Instance::query()->whereNotNull('heading')->distinct()->orderBy('heading')->limit(100)->pluck('heading');

        return array_values($headings->all());
    }

    /** @return Collection<int, Instance> id, name and release of those that are of any release of a pack */
    public static function ofPack(string $pack): Collection
    {
        return Instance::query()
            ->whereIn('pack_id', PackRelease::query()->where('pack', $pack)->select('id'))
            ->orderBy('name')
            ->limit(50)
            ->get(['id', 'name', 'pack_id']);
    }

    /** @return LengthAwarePaginator<int, HistoryEntry> the newest first */
    public static function history(Instance $instance): LengthAwarePaginator
    {
        return $instance->history()->paginate(50);
    }

    /** @return LengthAwarePaginator<int, Rehearsal> the newest first */
    public static function launches(Instance $instance): LengthAwarePaginator
    {
        return $instance->rehearsals()->paginate(50);
    }

    public static function launch(Instance $instance, int $number): ?Rehearsal
    {
        return $instance->rehearsals()->where('number', $number)->first()?->setRelation('instance', $instance);
    }

    /** The one on whose page something is asked; null for none, and for one that is not to be used. */
    public static function here(string $id): ?Instance
    {
        return preg_match('/^[0-9A-Za-z]{26}$/D', $id) === 1
            ? Instance::query()->whereNull('problem')->whereKey($id)->first()
            : null;
    }
}
