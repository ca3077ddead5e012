<?php

declare(strict_types=1);

namespace App\Depots;

use App\Instances\Refusal;
use App\Instances\Work;
use App\Models\Depot;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** The depots that a person has added, and in which order and how far they are trusted. */
final readonly class Depots
{
    public function __construct(private Work $work)
    {
    }

    /** @throws Refusal for an address that is none, is inside the machine, or is known already */
    public function add(string $text): Depot
    {
        $address = Address::of($text);
        $address->reachable();
        if (Depot::query()->where('url', $address->url)->exists()) {
            throw Refusal::conflict('That depot is here already.');
        }
        $name = self::provisional($address->url);
        $slug = Str::slug(str_replace(['.', ':', '/'], '-', $name)) ?: 'depot';
        while (Depot::query()->where('slug', $slug)->exists()) {
            $slug .= '-2';
        }
        $depot = Depot::query()->create(['slug' => mb_substr($slug, 0, 80), 'name' => $name, 'url' => $address->url, 'place' => 1 + (int) Depot::query()->max('place')]);
        $this->work->sync($depot);

        return $depot;
    }

    /** What a depot is called until it has said its own name. */
    public static function provisional(string $url): string
    {
        return mb_substr((string) preg_replace('#^https?://#', '', $url), 0, 120);
    }

    public function pause(Depot $depot): void
    {
        $depot->update(['paused' => true]);
        $this->work->tend($depot, 'forget');
    }

    public function goOn(Depot $depot): void
    {
        $depot->update(['paused' => false]);
        $this->work->sync($depot);
    }

    public function remove(Depot $depot): void
    {
        $depot->update(['paused' => true]);
        $this->work->tend($depot, 'remove');
    }

    /** Has a depot asked before all others where several have a release. */
    public function first(Depot $depot): void
    {
        DB::transaction(function () use ($depot): void {
            Depot::query()->increment('place');
            $depot->update(['place' => 0]);
        });
        $this->work->tend($depot, 'order');
    }

    /** Keeps a person's word on whether somebody looks at what a depot takes in. */
    public function vouch(Depot $depot, bool $moderated): void
    {
        $depot->update(['moderated' => $moderated, 'vouched_by' => 'you']);
    }
}
