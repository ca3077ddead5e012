<?php

declare(strict_types=1);

namespace App\Find;

use App\Depots\PackageRow;
use Closure;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Kind;

/** Searches the packages of all depots that are for a game. */
final readonly class PackageSearch
{
    /** What a package rose by a day, of those that were counted before. */
    private const RISING = '(select (packages.downloads - coalesce(downloads_before, downloads_then)) / '.
        'greatest(1, extract(epoch from now() - coalesce(before_at, then_at)) / 86400) from package_course where package_id = packages.id)';

    /** Beyond this many, how many there are is not counted. */
    public const COUNTED = 1000;

    /** How alike a word has to be to one of a package's, from 0 to 1; a letter left out or swapped stays above it. */
    private const ALIKE = 0.4;

    public function __construct(private Looks $looks)
    {
    }

    /** @param  Closure(Builder<PackageRow>): mixed|null  $narrow  leaves out more of them */
    public function search(string $game, Query $query, ?Closure $narrow = null): Matches
    {
        $near = false;
        $all = $this->matching($game, $query, $near)->tap($narrow ?? fn () => null);
        $total = self::count($all);
        if ($total === 0 && $query->words !== '') {
            $near = true;
            DB::select("select set_config('pg_trgm.word_similarity_threshold', ?, false)", [(string) self::ALIKE]);
            $all = $this->matching($game, $query, $near)->tap($narrow ?? fn () => null);
            $total = self::count($all);
        }

        return new Matches(self::ordered($all, $query, $near), $total, $near);
    }

    /** @return list<string> every category that a package of the game is in */
    public function categories(string $game): array
    {
        return array_values(
            DB::table('subjects')->where('game', $game)->orderBy('category')->limit(60)->pluck('category')->map(strval(...))->all(),
        );
    }

    /** @return Builder<PackageRow> */
    private function matching(string $game, Query $query, bool $near): Builder
    {
        $all = PackageRow::query()
            ->whereRaw('games @> array[?]', [$game])
            ->where('kind', '!=', Kind::Loader->value);
        if ($query->kind !== '') {
            $all->where('kind', $query->kind);
        }
        if ($query->category !== '') {
            $all->whereJsonContains('categories', $query->category);
        }
        if ($query->side !== '') {
            $all->where('side', $query->side);
        }
        if ($query->depot !== '') {
            $all->whereIn(
                'id',
                DB::table('sources')
                    ->join('depots', 'depots.id', '=', 'sources.depot_id')
                    ->where('slug', $query->depot)
                    ->select('package_id'),
            );
        }
        if ($query->new === 'look') {
            $all->whereIn(
                'id',
                DB::table('package_course')
                    ->where('newest_at', '>', $this->looks->before($game) ?? '-infinity')
                    ->select('package_id'),
            );
        }
        // Each word has to be in the text, from its beginning or inside; or, the second time, be spelled nearly like one that is.
        foreach (self::words($query->words) as $word) {
            $isPlain = preg_match('/^[\pL\pN]+$/Du', $word) === 1;
            match (true) {
                $near => $all->whereRaw('? <% search', [$word]),
                // Whatever begins like it, in the sense of the text search, then has it inside.
                $isPlain => $all->whereRaw("search like ? escape '!'", ['%'.self::like($word).'%']),
                default => $all->where(
                    fn ($any) => $any
                        ->whereRaw("words @@ to_tsquery('simple', ?)", [self::beginning($word)])
                        ->orWhereRaw("search like ? escape '!'", ['%'.self::like($word).'%']),
                ),
            };
        }

        return $all;
    }

    /**
     * What was found in tiers, the best first, each in an order that an index has: so the first of many are found without
     * looking at all of them.
     *
     * @param  Builder<PackageRow>  $all
     * @return non-empty-list<Builder<PackageRow>>
     */
    private static function ordered(Builder $all, Query $query, bool $near): array
    {
        $words = self::words($query->words);
        $whole = implode(' ', $words);
        $byDownloads = fn (Builder $tier): Builder => $tier->orderByDesc('downloads')->orderBy('id');
        if ($words !== [] && ! $near && ! in_array($query->sort, ['updated', 'size', 'name', 'downloads', 'rising'], true)) {
            [$begins, $inside] = [self::like($whole).'%', '%'.self::like($words[0]).'%'];

            return [
                $byDownloads(
                    (clone $all)->whereRaw("lower(name) like ? escape '!'", [$begins])->orderByRaw('(lower(name) = ?) desc', [$whole]),
                ),
                $byDownloads(
                    (clone $all)->whereRaw("lower(name) like ? escape '!' and lower(name) not like ? escape '!'", [$inside, $begins]),
                ),
                $byDownloads(
                    (clone $all)->whereRaw("lower(name) not like ? escape '!' and lower(name) not like ? escape '!'", [$inside, $begins]),
                ),
            ];
        }
        match (true) {
            $query->sort === 'updated' => $all->orderByRaw('published_at desc nulls last'),
            $query->sort === 'rising' => $all->orderByRaw(self::RISING.' desc nulls last, downloads desc'),
            $query->sort === 'size' => $all->orderByDesc('size'),
            $query->sort === 'name' => $all->orderByRaw('lower(name)'),
            $query->sort === 'downloads' || $words === [] => $all->orderByDesc('downloads'),
            default => $all->orderByRaw('word_similarity(?, lower(name)) desc, downloads desc', [$whole]),
        };

        return [$all->orderBy('id')];
    }

    /** Words as a pattern that stands for nothing but them, with "!" before its signs. */
    private static function like(string $words): string
    {
        return str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $words);
    }

    /** A text search query for what begins like a word: "fog:*"; of signs alone, an empty one. */
    private static function beginning(string $word): string
    {
        return implode(
            ' & ',
            array_map(fn (string $part): string => $part.':*', preg_split('/[^\pL\pN]+/u', $word, flags: PREG_SPLIT_NO_EMPTY) ?: []),
        );
    }

    /** @return list<string> */
    private static function words(string $text): array
    {
        return array_slice(
            array_values(array_filter(preg_split('/\s+/u', mb_strtolower($text)) ?: [], fn (string $word): bool => $word !== '')),
            0,
            12,
        );
    }

    /** @param  Builder<PackageRow>  $all */
    private static function count(Builder $all): int
    {
        return DB::query()
            ->fromSub((clone $all)->select(DB::raw('1'))->limit(self::COUNTED), 'found')
            ->count();
    }
}
