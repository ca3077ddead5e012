<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Address;
use App\Depots\Credentials;
use App\Depots\Depot;
use App\Refusal\Refusal;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use Stasimon\Core\Document\Limits;

/** The depots that a person has added, and in which order and how far they are trusted. */
final readonly class Depots
{
    public function __construct(private ReadDepot $reading, private TendDepot $tending)
    {
    }

    /** @throws Refusal for an address that is none, is inside the machine, or is known already */
    public function add(string $text): Depot
    {
        $address = Address::of($text);
        $address->reachable();
        $depot = DB::transaction(function () use ($address): Depot {
            // Whoever adds a depot waits for whoever is adding one.
            DB::statement('lock table depots in share row exclusive mode');
            if (Depot::query()->where('url', $address->url)->exists()) {
                throw Refusal::conflict('That depot is here already.');
            }
            $name = self::provisional($address->url);

            return Depot::query()->create([
                'slug' => self::slug($name),
                'name' => $name,
                'url' => $address->url,
                'place' => 1 + (int) Depot::query()->max('place'),
            ]);
        });
        $this->reading->start($depot);

        return $depot;
    }

    /** A short name for addresses that no other depot has. */
    private static function slug(string $name): string
    {
        $wanted = mb_substr(Str::slug(str_replace(['.', ':', '/'], '-', $name)) ?: 'depot', 0, 70);
        for ($slug = $wanted, $number = 2; Depot::query()->where('slug', $slug)->exists(); $number++) {
            $slug = "{$wanted}-{$number}";
        }

        return $slug;
    }

    /** What a depot is called until it has said its own name. */
    public static function provisional(string $url): string
    {
        return mb_substr((string) preg_replace('#^https?://#', '', $url), 0, Limits::NAME);
    }

    /** @return Collection<array-key, int> depot => packages that it has */
    public function packages(): Collection
    {
        return DB::table('sources')->groupBy('depot_id')->selectRaw('depot_id, count(*) as packages')->pluck('packages', 'depot_id');
    }

    /** @return Collection<array-key, int> depot => releases that it has */
    public function releases(): Collection
    {
        return DB::table('releases')->groupBy('depot_id')->selectRaw('depot_id, count(*) as releases')->pluck('releases', 'depot_id');
    }

    public function pause(Depot $depot): void
    {
        $depot->update(['paused' => true]);
        $this->tending->start($depot, DepotTending::Forget);
    }

    public function goOn(Depot $depot): void
    {
        $depot->update(['paused' => false]);
        $this->reading->start($depot);
    }

    public function remove(Depot $depot): void
    {
        $depot->update(['paused' => true]);
        $this->tending->start($depot, DepotTending::Remove);
    }

    /** Has a depot asked before all others where several have a release. */
    public function first(Depot $depot): void
    {
        DB::transaction(function () use ($depot): void {
            Depot::query()->increment('place');
            $depot->update(['place' => 0]);
        });
        $this->tending->start($depot, DepotTending::Order);
    }

    /** Keeps a person's word on whether somebody looks at what a depot takes in. */
    public function vouch(Depot $depot, bool $moderated): void
    {
        $depot->update(['moderated' => $moderated, 'vouched_by' => 'you']);
    }

    /**
     * Has a depot know who asks; nobody from now on where there are none.
     *
     * @throws Refusal where they would go through a network that everybody can read
     */
    public function introduce(Depot $depot, ?Credentials $as): void
    {
        if ($as !== null && str_starts_with($depot->url, 'http://') && ! Address::isInside($depot->url)) {
            throw Refusal::unusable(
                'That address begins with http://, so a password would be read by everybody on the way. Add the depot again with https://.',
            );
        }
        $depot->update(['credentials' => $as?->written(), 'not_before' => null]);
        if (! $depot->paused && $as !== null) {
            $this->reading->start($depot);
        }
    }

    /** @return Collection<int, Depot> those of other people, in their order */
    public function listed(): Collection
    {
        return Depot::query()->where('shelf', false)->orderBy('place')->orderBy('id')->get();
    }

    /** @return Collection<int, Depot> in their order, one's own shelf included */
    public static function all(): Collection
    {
        return Depot::query()->orderBy('place')->orderBy('id')->get();
    }
}
