<?php

declare(strict_types=1);

namespace App\Telling;

use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** What a person is told, once each, and what of it was seen. */
final class Tellings
{
    /** Of those that were not seen, how many are shown at once. */
    private const SHOWN = 20;

    /** Days after which what was told is forgotten, seen or not: its key with it. */
    private const DAYS = 60;

    public function tell(Occurrence $kind, string $key, ?string $instance, string $sentence, string $act, string $address): void
    {
        DB::table('told')->insertOrIgnore([
            'key' => mb_substr($key, 0, 300),
            'kind' => $kind->value,
            'instance_id' => $instance,
            'sentence' => mb_substr(mb_scrub($sentence), 0, 600),
            'act' => $act,
            'address' => $address,
        ]);
    }

    /** @return Collection<int, Told> what was not seen yet, the latest first */
    public function unseen(): Collection
    {
        return Told::query()->whereNull('seen_at')->orderByDesc('id')->limit(self::SHOWN)->get();
    }

    public function count(): int
    {
        return Told::query()->whereNull('seen_at')->count();
    }

    /**
     * What there is to tell on a page that is open. Of the instance whose page it is, the page itself says it.
     *
     * @param  string  $here  the instance whose page a person looks at just now; nothing for none
     * @param  int  $since  the last that was told here
     * @return Collection<int, Told> the oldest first
     */
    public function since(int $since, string $here): Collection
    {
        if ($here !== '') {
            Told::query()
                ->whereNull('seen_at')
                ->where('instance_id', $here)
                ->where('kind', Occurrence::Ended)
                ->update(['seen_at' => now()]);
        }

        return Told::query()->whereNull('seen_at')->where('id', '>', $since)->orderByDesc('id')->limit(3)->get()
            ->reverse()->values();
    }

    public function find(int $id): ?Told
    {
        return Told::query()->find($id);
    }

    /** The last that there is. */
    public function latest(): int
    {
        return (int) Told::query()->max('id');
    }

    public function seen(int $id): void
    {
        Told::query()->whereKey($id)->whereNull('seen_at')->update(['seen_at' => now()]);
    }

    /** @param  int  $until  the last that a person was shown */
    public function allSeen(int $until): void
    {
        Told::query()->where('id', '<=', $until)->whereNull('seen_at')->update(['seen_at' => now()]);
    }

    public static function forgetOld(): void
    {
        Told::query()->where('told_at', '<', now()->subDays(self::DAYS))->delete();
    }
}
