<?php

declare(strict_types=1);

namespace App\Depots\Sync;

use App\Depots\Catalogue\Bulk;
use App\Depots\Catalogue\SupportKey;
use App\Games\Games;
use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\CompactForm;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Document\Limits;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Document\UnusableDocument;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\Support;
use stdClass;

/**
 * Makes one package out of what the depots say of it. Of a release that two of them have, the first in the person's order
 * is believed; releases that only one has are added to the others.
 */
final readonly class SourceMerging
{
    private const COLUMNS = [
        'id',
        'kind',
        'name',
        'summary',
        'categories',
        'side',
        'downloads',
        'size',
        'published_at',
        'document',
        'search',
        'problems',
        'supports',
        'games',
    ];

    public function __construct(private Games $games, private Course $course)
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
        $counts = DB::table('sources')
            ->where('usable', true)
            ->whereRaw('package_id = any(?::text[])', [$list])
            ->groupBy('package_id')
            ->selectRaw('package_id, count(*) as sources')
            ->pluck('sources', 'package_id')
            ->all();
        $several = array_keys(
            array_filter(
                $counts,
                fn (int $count, string|int $id): bool => $count > 1 || ! isset($known[(string) $id]),
                ARRAY_FILTER_USE_BOTH,
            ),
        );
        $read =
            $several === []
                ? []
                : DB::select(
                    'select s.* from sources s join depots d on d.id = s.depot_id where usable and package_id = any(?::text[]) order by '.
                    'd.place, d.id, s.local_id',
                    [Bulk::list(array_map(strval(...), $several))],
                );
        $sources = [];
        foreach ($read as $row) {
            $sources[$row->package_id][] = Source::ofRow($row);
        }
        foreach ($known as $id => $source) {
            $sources[$id] ??= [$source];
        }
        $tables = ['packages' => 'id'] + array_fill_keys(['mentions', 'notices', 'pictures'], 'package_id');
        foreach ($tables as $table => $column) {
            $isOfDepots = in_array($table, ['notices', 'pictures'], true) ? ' and depot_id is not null' : '';
            DB::delete("delete from {$table} where {$column} = any(?::text[]){$isOfDepots}", [$list]);
        }
        $this->insert($sources);
    }

    /** Counts what each game version can hold, gathers what each game's packages are about, and notes how they came along. */
    public function count(): void
    {
        DB::transaction(function (): void {
            // Whoever counts waits for whoever is counting; pages read on meanwhile.
            DB::statement('lock table holdings in share row exclusive mode');
            DB::table('holdings')->delete();
            DB::insert("insert into holdings (game, game_version, kind, packages)
                select game, version, kind, count(*) from (
                    select distinct id, kind, split_part(one, ' ', 1) as game, split_part(one, ' ', 2) as version
                    from packages, unnest(supports) as one
                ) as held group by 1, 2, 3");
            DB::table('subjects')->delete();
            DB::insert(
                'insert into subjects (game, category) select distinct game, category from packages, unnest(games) as game, '.
                'jsonb_array_elements_text(categories) as category',
            );
            $this->course->note();
        });
    }

    /** @param  array<string, non-empty-list<Source>>  $sources  by package id */
    private function insert(array $sources): void
    {
        $games = array_values($this->games->all());
        [$packages, $mentions, $notices, $pictures] = [[], [], [], []];
        foreach ($sources as $of) {
            [$package, $problems] = count($of) === 1 ? [$of[0]->asPackage(), []] : self::together($of);
            $holds = self::supports($package, $games);
            $mentioned = self::mentions($package);
            // What names a game is a package of it, though it may be for no version that is known.
            $named = array_map(
                fn (array $one): string => $one['mentioned'],
                array_filter($mentioned, fn (array $one): bool => $one['relation'] === 'needs' && $this->games->has($one['mentioned'])),
            );
            $packages[] = $this->row($package, $of) + [
                'problems' => $problems,
                'supports' => Bulk::list($holds),
                'games' => Bulk::list(array_values(array_unique([...array_map(SupportKey::gameOf(...), $holds), ...$named]))),
            ];
            array_push($mentions, ...$mentioned);
            // Of several depots the first that has pictures is asked.
            $pictured = array_values(array_filter($of, fn (Source $source): bool => ($source->page['pictures'] ?? []) !== []))[0] ?? null;
            foreach ($pictured->page['pictures'] ?? [] as $picture) {
                $pictures[] = ['package_id' => $package->id, 'depot_id' => $pictured->depot ?? 0] + $picture;
            }
            foreach ($of as $source) {
                foreach ($source->page['notices'] as $notice) {
                    $notices[] = ['package_id' => $package->id, 'depot_id' => $source->depot] + $notice;
                }
            }
        }
        Bulk::copy(
            'packages',
            self::COLUMNS,
            $packages,
        );
        Bulk::copy('mentions', ['package_id', 'mentioned', 'relation'], $mentions);
        Bulk::copy('pictures', ['package_id', 'depot_id', 'place', 'path', 'size', 'sha256'], $pictures);
        Bulk::copy('notices', ['package_id', 'depot_id', 'kind', 'version', 'text', 'understudy'], $notices);
    }

    /**
     * @param  non-empty-list<Source>  $sources
     * @return array<string, mixed>
     */
    private function row(Package $package, array $sources): array
    {
        $page = $sources[0]->page;
        $categories = array_values(
            array_unique(array_merge(...array_map(fn (Source $source): array => $source->page['categories'], $sources))),
        );

        return [
            'id' => $package->id,
            'kind' => $package->kind->value,
            'name' => $page['name'],
            'summary' => $page['summary'],
            'categories' => $categories,
            'side' => $page['side'],
            'downloads' => array_sum(array_map(fn (Source $source): int => $source->page['downloads'], $sources)),
            'size' => $page['size'],
            'published_at' => max(array_map(fn (Source $source): ?string => $source->page['published'], $sources)),
            'document' => CompactForm::write($package),
            'search' => mb_strtolower(
                $page['name'].' '.strtr($package->id, '-._+', '    ').' '.$page['summary'].' '.implode(' ', $categories),
            ),
        ];
    }

    /**
     * One package out of several: the first is believed, and the others add what it does not have. One that orders its
     * versions, or writes its ranges, in another way cannot be read beside it and adds nothing.
     *
     * @param  non-empty-list<Source>  $sources  the most believed first
     * @return array{Package, list<string>} and what was left out
     */
    public static function together(array $sources): array
    {
        $documents = array_map(fn (Source $source): stdClass => Node::objectOf($source->document), $sources);
        $merged = $documents[0];
        $seen = array_fill_keys(array_map(fn (stdClass $release): string => 'v'.$release->version, $merged->releases), true);
        $problems = [];
        foreach (array_slice($documents, 1) as $other) {
            // What is not said is the usual.
            $differs = array_keys(
                array_filter(
                    ['scheme' => 'semver', 'syntax' => 'comparator'],
                    fn (string $usual, string $field): bool => ($merged->{$field} ?? $usual) !== ($other->{$field} ?? $usual),
                    ARRAY_FILTER_USE_BOTH,
                ),
            );
            $new = array_values(array_filter($other->releases, fn (stdClass $release): bool => ! isset($seen['v'.$release->version])));
            if ($differs !== [] && $new !== []) {
                $problems[] =
                    count($new).
                    ' releases that only another depot has are left out: that depot says another '.
                    implode(' and another ', $differs).
                    ' than the first.';
            } elseif ($differs === [] && count($merged->releases) + count($new) <= Limits::RELEASES) {
                foreach ($new as $release) {
                    $seen['v'.$release->version] = true;
                    $merged->releases[] = $release;
                }
            }
        }
        try {
            return [(new CatalogueReader())->package(Node::of($merged)), $problems];
        } catch (UnusableDocument $failure) {
            return [
                $sources[0]->asPackage(),
                [...$problems, 'What other depots say of it cannot be read beside what the first says: '.$failure->getMessage()],
            ];
        }
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
                $rows[] = SupportKey::of($game->id, $version, $loader);
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
            $of(array_values(array_filter(array_map(fn ($replacement) => $replacement->target, $release->replaces))), 'replaces');
        }

        return array_values(
            array_map(fn (array $one): array => ['package_id' => $package->id, 'mentioned' => $one[0], 'relation' => $one[1]], $named),
        );
    }
}
