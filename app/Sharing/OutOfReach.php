<?php

declare(strict_types=1);

namespace App\Sharing;

use App\Depots\Address;
use App\Models\Instance;
use App\Models\PlacedRelease;
use Illuminate\Support\Facades\DB;

/** What of an instance another person may not be able to have, though a hand-off names it. */
final readonly class OutOfReach
{
    /**
     * @param  list<string>  $own  files that no depot has, as "Name version"
     * @param  list<string>  $inside  the same of what only depots inside one's own network have
     * @param  list<string>  $depots  what those are called
     * @param  int  $all  that are named
     */
    private function __construct(public array $own, public array $inside, public array $depots, private int $all)
    {
    }

    public static function of(Instance $instance): self
    {
        $own = $inside = $depots = [];
        $rows = DB::table('releases')
            ->join('depots', 'depots.id', '=', 'releases.depot_id')
            ->where('shelf', false)
            ->whereIn('package_id', $instance->placed->pluck('package_id'))
            ->get(['package_id', 'version', 'file_sha256', 'name', 'url'])
            ->groupBy(fn (object $row): string => "{$row->package_id} {$row->version} {$row->file_sha256}");
        $base = $instance->plan->base->packages();
        $isNamed = fn (PlacedRelease $one): bool => $one->sha256 !== null && ! in_array($one->package_id, $base, true);
        $all = $instance->placed->filter($isNamed);
        foreach ($all as $placed) {
            $digest = trim((string) $placed->sha256);
            $offers = $rows->get("{$placed->package_id} {$placed->version} {$digest}");
            if ($offers === null) {
                $own[] = "{$placed->name} {$placed->version}";
            } elseif ($offers->every(fn (object $row): bool => Address::isInside($row->url))) {
                $inside[] = "{$placed->name} {$placed->version}";
                $depots = [...$depots, ...$offers->pluck('name')->all()];
            }
        }

        return new self($own, $inside, array_values(array_unique(array_map(strval(...), $depots))), $all->count());
    }

    /** @return list<string> a sentence each; none where all of it can be had */
    public function sentences(): array
    {
        $count = count($this->inside);
        $come = match (true) {
            $count === 1 => $this->inside[0].' comes',
            $count === $this->all => "All {$count} come",
            default => "{$count} of them come",
        };

        return array_values(array_filter([
            $this->own === []
                ? ''
                : 'No depot has '.self::few($this->own).'. A friend has '.(count($this->own) === 1 ? 'it' : 'them').
                    ' only if it comes along: in the archive below, or in a set that goes on.',
            $count === 0
                ? ''
                : "{$come} only from ".self::few($this->depots).
                    ', inside your network. A friend has '.($count === 1 ? 'it' : 'them').' only from a depot that has the same.',
        ]));
    }

    /** @param  list<string>  $names */
    private static function few(array $names): string
    {
        $named = array_slice($names, 0, 3);
        $last = count($names) > 3 ? (count($names) - 3).' more' : (string) array_pop($named);

        return $named === [] ? $last : implode(', ', $named)." and {$last}";
    }
}
