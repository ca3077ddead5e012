<?php

declare(strict_types=1);

namespace App\View\Anything;

use App\Find\PackageSearch;
use App\Find\Query;
use App\Games\Games;
use App\Models\Instance;
use App\Models\Rehearsal;
use App\View\Guide\Guide;
use App\View\Guide\Words;
use App\View\Places\Occasion;
use App\View\Places\Place;
use App\View\Places\Places;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/** What the one field finds: acts, instances, pages, packages, worlds, configs, files, launches, lists, packs, depots, words and the guide. */
final readonly class Anything
{
    /** Of one kind that are shown while somebody types. */
    private const EACH = 5;

    /** The same of words and parts of the guide. */
    private const OF_WORDS = 3;

    /** What can be done with an instance: the word for it => the route that it is posted to. */
    private const ACTS = ['rehearse' => 'rehearsals.store', 'play' => 'play'];

    public function __construct(private PackageSearch $search, private Games $games, private Guide $guide)
    {
    }

    /**
     * @param  Instance|null  $here  the one whose page it is asked on; its own things come first
     * @return list<Hit> the likeliest first; nothing for nothing
     */
    public function find(string $words, ?Instance $here): array
    {
        $words = trim(str_replace("\0", '', $words));

        return $words === ''
            ? []
            : [
                ...$this->acts($words, $here),
                ...self::pages(Places::house(), $words, null),
                ...$here === null ? [] : self::pages(Places::instance(), $words, $here),
                ...$this->instances($words),
                ...$this->packages($words, $here),
                ...$this->games($words),
                ...self::worlds($words),
                ...self::configs($words, $here),
                ...$here === null ? [] : [...self::files($words, $here), ...self::launches($words, $here)],
                ...self::named($words),
                ...self::words($words),
                ...$this->guided($words),
            ];
    }

    /** @return list<Hit> "rehearse Harbour Lights" */
    private function acts(string $words, ?Instance $here): array
    {
        $hits = [];
        [$verb, $name] = [...explode(' ', mb_strtolower($words), 2), ''];
        foreach (self::ACTS as $act => $route) {
            if (mb_strlen($verb) < 2 || ! str_starts_with($act, $verb)) {
                continue;
            }
            $instances = $name === '' && $here !== null ? [$here] : ($name === '' ? [] : self::called($name)->all());
            foreach ($instances as $instance) {
                $instance->applied_at === null
                    ?: ($hits[] = new Hit('act', ucfirst($act)." {$instance->name}", 'begins at once', route($route, $instance), true));
            }
        }

        return $hits;
    }

    /**
     * @param  list<Place>  $places
     * @return list<Hit>
     */
    private static function pages(array $places, string $words, ?Instance $here): array
    {
        $fits = fn (Place $place): bool => $place->occasion === Occasion::Always && self::has("{$place->name} {$place->help}", $words);

        return array_map(
            fn (Place $place): Hit => new Hit(
                'page',
                $place->name.($here === null ? '' : " of {$here->name}"),
                $place->help,
                $place->address($here),
            ),
            array_slice(array_values(array_filter($places, $fits)), 0, self::EACH),
        );
    }

    /** @return Collection<int, Instance> */
    private static function called(string $name): Collection
    {
        return Instance::query()
            ->whereNull('put_away_at')
            ->whereNull('problem')
            ->where(fn (Builder $any): Builder => self::like($any, 'name', $name))
            ->orderBy('name')
            ->limit(self::EACH)
            ->get(['id', 'name', 'plan', 'applied_at']);
    }

    /** @return list<Hit> */
    private function instances(string $words): array
    {
        return array_values(
            self::called($words)
                ->map(
                    fn (Instance $one): Hit => new Hit(
                        'instance',
                        $one->name,
                        $this->gameName($one->plan->base->game).' '.$one->plan->base->gameVersion,
                        route('instances.show', $one),
                    ),
                )
                ->all(),
        );
    }

    private function gameName(string $id): string
    {
        return $this->games->all()[$id]->name ?? $id;
    }

    /** @return list<Hit> */
    private function packages(string $words, ?Instance $here): array
    {
        $hits = [];
        $games = $here === null ? array_keys($this->games->all()) : [$here->plan->base->game];
        foreach ($games as $game) {
            $found = $this->search->search((string) $game, Query::of(['q' => $words]))->found(0, self::EACH);
            foreach ($found->packages as $package) {
                $address = $here === null
                    ? route('find.all', ['game' => $game, 'q' => $package->name])
                    : route('packages.show', [$here, $package->id]);
                $hits[$package->id] ??= new Hit(
                    'package',
                    $package->name,
                    mb_strimwidth($package->summary, 0, 80, '…'),
                    $address,
                    drawn: $package->id,
                );
            }
        }

        $hits = array_slice(array_values($hits), 0, self::EACH);
        $all = $here === null ? route('find.all', ['q' => $words]) : route('find', [$here, 'q' => $words]);

        return count($hits) < self::EACH ? $hits : [...$hits, new Hit('packages', "All like “{$words}”", 'in Find', $all)];
    }

    /** @return list<Hit> */
    private function games(string $words): array
    {
        $hits = [];
        foreach ($this->games->all() as $id => $game) {
            self::has("{$game->name} {$id}", $words)
                ? ($hits[] = new Hit('game', $game->name, 'its versions, its files on this disk', route('games.show', $id)))
                : null;
        }

        return array_slice($hits, 0, self::EACH);
    }

    /** @return list<Hit> worlds of all instances, as they were seen last */
    private static function worlds(string $words): array
    {
        return array_values(DB::table('seen_worlds')
            ->join('instances', 'instances.id', '=', 'seen_worlds.instance_id')
            ->whereNull('instances.put_away_at')
            ->whereRaw("seen_worlds.name ilike ? escape '!'", ['%'.self::pattern($words).'%'])
            ->orderBy('seen_worlds.name')
            ->limit(self::EACH)
            ->get(['seen_worlds.name as world', 'instances.name', 'instances.id'])
            ->map(fn (object $one): Hit => new Hit('world', $one->world, "of {$one->name}", route('worlds', $one->id)))
            ->all());
    }

    /** @return list<Hit> */
    private static function files(string $words, Instance $here): array
    {
        return array_values(DB::table('placed_files')
            ->where('instance_id', $here->id)
            ->whereRaw("path ilike ? escape '!'", ['%'.self::pattern($words).'%'])
            ->orderBy('path')
            ->limit(self::EACH)
            ->pluck('path')
            ->map(fn (string $path): Hit => new Hit('file', $path, "of {$here->name}", route('files', [$here, 'q' => $path])))
            ->all());
    }

    /** @return list<Hit> configs as they were seen last: of the instance whose page it is, or of all */
    private static function configs(string $words, ?Instance $here): array
    {
        return array_values(DB::table('configs')
            ->join('instances', 'instances.id', '=', 'configs.instance_id')
            ->whereNull('instances.put_away_at')
            ->when($here !== null, fn ($query) => $query->where('instance_id', $here?->id))
            ->whereRaw("path ilike ? escape '!'", ['%'.self::pattern($words).'%'])
            ->orderBy('path')
            ->limit(self::EACH)
            ->get(['path', 'instances.name', 'instances.id'])
            ->map(fn (object $one): Hit => new Hit(
                'config',
                $one->path,
                "of {$one->name}",
                route('configs.edit', ['instance' => $one->id, 'path' => $one->path]),
            ))
            ->all());
    }

    /** @return list<Hit> launches of an instance, by their number or by how they ended */
    private static function launches(string $words, Instance $here): array
    {
        return array_values($here->rehearsals()
            ->whereRaw("'rehearsal launch log ' || number || ' ' || state ilike ? escape '!'", ['%'.self::pattern($words).'%'])
            ->orderByDesc('number')
            ->limit(self::EACH)
            ->get()
            ->map(fn (Rehearsal $one): Hit => new Hit(
                'log',
                "Rehearsal {$one->number}, {$one->inWords()}",
                "of {$here->name}, ".$one->created_at->diffForHumans(),
                route('rehearsals.show', [$here, $one->number]),
            ))
            ->all());
    }

    /** @return list<Hit> what has a name of its own: lists, packs, hand-offs, depots, files of the shelf, logs from elsewhere */
    private static function named(string $words): array
    {
        $hits = [];
        $kinds = [
            ['wish list', 'wish_lists', 'name', 'wishes.show', 'instance_id is null'],
            ['pack', 'packs', 'name', 'packs.show', ''],
            ['hand-off', 'hand_offs', 'name', 'hand-offs.show', ''],
            ['depot', 'depots', 'name', 'depots', 'not shelf'],
            ['file of yours', 'shelf_files', 'name', 'shelf.show', ''],
            ['log', 'dropped_logs', 'name', 'logs.show', ''],
        ];
        foreach ($kinds as [$what, $table, $column, $route, $narrow]) {
            $rows = DB::table($table)
                ->whereRaw("{$column} ilike ? escape '!'", ['%'.self::pattern($words).'%'])
                ->when($narrow !== '', fn ($query) => $query->whereRaw($narrow))
                ->orderBy($column)
                ->limit(self::EACH)
                ->get(['id', "{$column} as called"]);
            foreach ($rows as $row) {
                $hits[] = new Hit($what, $row->called, '', route($route, $route === 'depots' ? [] : [$row->id]));
            }
        }

        return $hits;
    }

    /** @return list<Hit> words of the house */
    private static function words(string $words): array
    {
        $fits = array_filter(Words::all(), fn (string $word): bool => self::has($word, $words), ARRAY_FILTER_USE_KEY);
        $hit = fn (string $word): Hit => new Hit('word', $word, $fits[$word], route('guide').'#words');

        return array_map($hit, array_slice(array_keys($fits), 0, self::OF_WORDS));
    }

    /** @return list<Hit> parts of the guide whose heading, or else whose text, has all the words */
    private function guided(string $words): array
    {
        $hits = [[], []];
        foreach ($this->guide->sections() as $one) {
            if (self::has($one['title'].' '.$one['text'], $words)) {
                $hit = new Hit('guide', $one['title'], 'in the guide', route('guide').'#'.$one['id']);
                $hits[self::has($one['title'], $words) ? 0 : 1][] = $hit;
            }
        }

        return array_slice([...$hits[0], ...$hits[1]], 0, self::OF_WORDS);
    }

    /**
     * @param  Builder<Instance>  $query
     * @return Builder<Instance>
     */
    private static function like(Builder $query, string $column, string $words): Builder
    {
        return $query->whereRaw("{$column} ilike ? escape '!'", ['%'.self::pattern($words).'%']);
    }

    private static function pattern(string $words): string
    {
        return str_replace(['!', '%', '_'], ['!!', '!%', '!_'], $words);
    }

    /** Whether each of some words begins a word of a text. */
    private static function has(string $text, string $words): bool
    {
        foreach (preg_split('/\s+/u', mb_strtolower($words), flags: PREG_SPLIT_NO_EMPTY) ?: [] as $word) {
            if (preg_match('/(?<![\pL\pN])'.preg_quote($word, '/').'/u', mb_strtolower($text)) !== 1) {
                return false;
            }
        }

        return true;
    }
}
