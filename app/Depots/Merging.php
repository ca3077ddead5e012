<?php

declare(strict_types=1);

namespace App\Depots;

use App\Games;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Base\GameDefinition;
use Stasimon\Core\Base\Support;
use Stasimon\Core\Catalogue\CompactForm;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;

/**
 * Makes one package out of what the depots say of it. Of a release that two of them have, the first in the person's order
 * is believed; releases that only one has are added to the others.
 */
final readonly class Merging
{
    public function __construct(private Games $games)
    {
    }

    /**
     * Makes these packages anew from their sources; what has none left goes.
     *
     * @param  list<string>  $ids
     * @param  array<string, Source>  $known  sources that need not be read again, by package id
     */
    public function rebuild(array $ids, array $known = []): void
    {
        $list = Bulk::list($ids);
        $counts = DB::table('sources')->whereRaw('package_id = any(?::text[])', [$list])->groupBy('package_id')->selectRaw('package_id, count(*) as sources')->pluck('sources', 'package_id')->all();
        $several = array_keys(array_filter($counts, fn (int $count, string|int $id): bool => $count > 1 || ! isset($known[(string) $id]), ARRAY_FILTER_USE_BOTH));
        $read = $several === [] ? [] : DB::select('select s.* from sources s join depots d on d.id = s.depot_id where package_id = any(?::text[]) order by d.place, d.id, s.local_id', [Bulk::list(array_map(strval(...), $several))]);
        $sources = [];
        foreach ($read as $row) {
            $sources[$row->package_id][] = Source::ofRow($row);
        }
        foreach ($known as $id => $source) {
            $sources[$id] ??= [$source];
        }
        foreach (['packages' => 'id', 'mentions' => 'package_id', 'notices' => 'package_id'] as $table => $column) {
            DB::delete("delete from {$table} where {$column} = any(?::text[])".($table === 'notices' ? ' and depot_id is not null' : ''), [$list]);
        }
        $this->insert($sources);
    }

    /** Counts what each game version can hold, and gathers what each game's packages are about. */
    public function count(): void
    {
        DB::transaction(function (): void {
            DB::table('holdings')->delete();
            DB::insert("insert into holdings (game, game_version, kind, packages)
                select game, version, kind, count(*) from (select distinct id, kind, split_part(one, ' ', 1) as game, split_part(one, ' ', 2) as version from packages, unnest(supports) as one) as held group by 1, 2, 3");
            DB::table('subjects')->delete();
            DB::insert('insert into subjects (game, category) select distinct game, left(category, 200) from packages, unnest(games) as game, jsonb_array_elements_text(categories) as category');
        });
    }

    /** @param  array<string, non-empty-list<Source>>  $sources  by package id */
    private function insert(array $sources): void
    {
        $games = array_values($this->games->all());
        [$packages, $mentions, $notices] = [[], [], []];
        foreach ($sources as $of) {
            $package = count($of) === 1 ? $of[0]->asPackage() : Source::package(self::merged($of));
            $holds = self::supports($package, $games);
            $packages[] = $this->row($package, $of) + ['supports' => Bulk::list($holds), 'games' => Bulk::list(array_values(array_unique(array_map(fn (string $one): string => explode(' ', $one)[0], $holds))))];
            array_push($mentions, ...self::mentions($package));
            foreach ($of as $source) {
                foreach ($source->page['notices'] as $notice) {
                    $notices[] = ['package_id' => $package->id, 'depot_id' => $source->depot] + $notice;
                }
            }
        }
        Bulk::copy('packages', ['id', 'kind', 'name', 'summary', 'categories', 'side', 'downloads', 'size', 'published_at', 'document', 'search', 'supports', 'games'], $packages);
        Bulk::copy('mentions', ['package_id', 'mentioned', 'relation'], $mentions);
        Bulk::copy('notices', ['package_id', 'depot_id', 'kind', 'version', 'text', 'understudy'], $notices);
    }

    /**
     * @param  non-empty-list<Source>  $sources
     * @return array<string, mixed>
     */
    private function row(Package $package, array $sources): array
    {
        $page = $sources[0]->page;
        $categories = array_values(array_unique(array_merge(...array_map(fn (Source $source): array => $source->page['categories'], $sources))));

        return [
            'id' => $package->id, 'kind' => $package->kind->value, 'name' => $page['name'], 'summary' => $page['summary'],
            'categories' => $categories, 'side' => $page['side'],
            'downloads' => array_sum(array_map(fn (Source $source): int => $source->page['downloads'], $sources)),
            'size' => $page['size'],
            'published_at' => max(array_map(fn (Source $source): ?string => $source->page['published'], $sources)),
            'document' => CompactForm::write($package),
            'search' => mb_strtolower($page['name'].' '.strtr($package->id, '-._+', '    ').' '.$page['summary'].' '.implode(' ', $categories)),
        ];
    }

    /** @param  non-empty-list<Source>  $sources  the most believed first */
    public static function merged(array $sources): string
    {
        $merged = json_decode($sources[0]->document, false, flags: JSON_THROW_ON_ERROR);
        $seen = array_fill_keys(array_column($merged->releases, 'version'), true);
        foreach (array_slice($sources, 1) as $source) {
            foreach (json_decode($source->document, false, flags: JSON_THROW_ON_ERROR)->releases as $release) {
                if (! isset($seen[$release->version])) {
                    $seen[$release->version] = true;
                    $merged->releases[] = $release;
                }
            }
        }

        return json_encode($merged, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
    }

    /**
     * @param  list<GameDefinition>  $games
     * @return list<string> "game version loader", the loader left out where any will do
     */
    private static function supports(Package $package, array $games): array
    {
        $rows = [];
        foreach ($games as $game) {
            foreach (Support::of($package, $game) as [$version, $loader]) {
                $rows[] = "{$game->id} {$version} {$loader}";
            }
        }

        return $rows;
    }

    /** @return list<array<string, string>> rows of the mentions table: ids that the releases name, and how */
    private static function mentions(Package $package): array
    {
        $named = [];
        $of = function (array $needs, string $relation) use (&$named): void {
            foreach ($needs as $need) {
                foreach ($need instanceof Need ? $need->alternatives : [$need] as $target) {
                    $named[$relation.' '.$target->id] = [$target->id, $relation];
                }
            }
        };
        foreach ($package->releases as $release) {
            $of($release->needs(), 'needs');
            $of($release->suggests, 'suggests');
            $of($release->provides, 'provides');
            $of(array_map(fn ($breakage) => $breakage->target, $release->breaks), 'breaks');
        }

        return array_values(array_map(fn (array $one): array => ['package_id' => $package->id, 'mentioned' => $one[0], 'relation' => $one[1]], $named));
    }
}
