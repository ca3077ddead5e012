<?php

declare(strict_types=1);

namespace App\Depots\Catalogue;

use Illuminate\Support\Facades\DB;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\CompactForm;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Provider;
use Stasimon\Core\Document\Node;
use Stasimon\Core\Game\GameDefinition;
use Stasimon\Core\Game\LoaderWord;
use Stasimon\Core\Notice\Notice;
use Stasimon\Core\Notice\NoticeKind;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Syntax;

/** The catalogue of one game, read from the database as the resolver asks for it, whole neighbourhoods at a time. */
final class DepotCatalogue implements Catalogue
{
    /** What must not stand beside packages by somebody's word, and which of their releases are reported broken or fine. */
    private const APART = "select jsonb_agg(jsonb_build_object('kind', kind, 'releases', releases, 'beside', beside, 'text', text,
        'version', version, 'game', game, 'versions', versions,
        'by', coalesce((select name from notice_lists where id = list_id), 'You'))) from notices";

    /**
     * What some packages can need, and what provides that, and so on. What is only spoken of, as standing in the way or as
     * going well with it, is not selected for that.
     */
    private const WEIGHS = "(binds or (kind in ('broken', 'fine') and beside is null))";

    private const REACHED = "with recursive reached (id) as (select unnest(?::text[]) collate \"C\" union
        select next.id from reached cross join lateral (
            select mentioned as id from mentions where package_id = reached.id and relation = 'needs' union all
            select package_id from mentions where mentioned = reached.id and relation = 'provides') as next)
        select reached.id, described.document, described.side, (".self::APART.' where package_id = reached.id and '.self::WEIGHS.")
            as said,
            array_to_string(array(select package_id from mentions where mentioned = reached.id and relation = 'provides'), ' ') as providers
        from reached left join lateral (
            select document, side from packages where packages.id = reached.id and reached.id <> all(?::text[]) limit 1
        ) as described on true";

    /** @var array<string, Package|null> */
    private array $packages = [];

    /** @var array<string, list<Provider>> */
    private array $providers = [];

    /** @var array<string, string> */
    private array $sides = [];

    /** Whether what is not known yet counts as not there. */
    private bool $closed = false;

    /** @var array<string, bool> range of the game => whether it admits the version that releases are read for */
    private array $admits = [];

    /** @var array<string, array<string, string>> id => the game or its runtime, where they provide it without any file */
    private array $here = [];

    private readonly CatalogueReader $reader;

    private readonly CompactForm $compact;

    /** @var array<string, array<string, list<string>>> loader => depot => versions that it recommends */
    private array $recommended = [];

    /**
     * @param  array<string, array<string, string>>  $remembered  package id => version => the release as one package, for what no depot may
     *     have any more
     * @param  string|null  $version  of the game that it is looked at for; null for none in particular
     */
    public function __construct(
        public readonly GameDefinition $game,
        private readonly array $remembered = [],
        private readonly ?string $version = null,
    ) {
        $this->reader = new CatalogueReader();
        $this->compact = new CompactForm();
        foreach ($game->packages() as $package) {
            $this->packages[$package->id] = $package;
            foreach ($package->releases as $release) {
                foreach ($release->provides as $provision) {
                    $this->here[$provision->id][$package->id] = $package->id;
                }
            }
        }
    }

    /** @return list<Package> of the game, as far as any depot has them */
    public function loaders(): array
    {
        $loaders = array_map(fn (LoaderWord $loader): ?Package => $this->package($loader->id), $this->game->loaders);

        return array_values(array_filter($loaders));
    }

    public function package(string $id): ?Package
    {
        if (! array_key_exists($id, $this->packages)) {
            $this->load([$id]);
        }

        return $this->packages[$id] ?? null;
    }

    public function providersOf(string $id): array
    {
        if (! isset($this->providers[$id])) {
            $this->load([$id]);
        }

        return $this->providers[$id] ?? [];
    }

    /**
     * Reads packages and everything that they can need.
     *
     * @param  list<string>  $ids
     * @param  string|null  $for  a game version: only releases that may be for it are read, unless a package has none
     * @param  list<string>  $whole  packages that are read whole all the same
     */
    public function load(array $ids, ?string $for = null, array $whole = []): void
    {
        $new = array_values(array_filter($ids, fn (string $id): bool => ! isset($this->providers[$id])));
        if ($this->closed || $new === []) {
            return;
        }
        $meets =
            $for === null
                ? null
                : fn (string $id, string $range): bool => $id !== $this->game->id || ($this->admits[$range] ??= $this->isIn($range, $for));
        $whole = array_flip($whole);
        $known = array_map(strval(...), array_keys($this->packages));
        $providing = $wanted = [];
        foreach (DB::select(self::REACHED, [Bulk::list($new), Bulk::list($known)]) as $row) {
            $providing[$row->id] = $row->providers === '' ? [] : explode(' ', $row->providers);
            if (array_key_exists($row->id, $this->packages)) {
                continue;
            }
            $wanted[] = $row->id;
            $this->packages[$row->id] =
                $row->document === null
                    ? null
                    : $this->weighed($this->read($row->document, isset($whole[$row->id]) ? null : $meets), $row->said);
            if ($row->side !== null) {
                $this->sides[$row->id] = $row->side;
            }
        }
        foreach ($wanted as $id) {
            $this->recall($id);
        }
        foreach ($providing as $id => $candidates) {
            $this->providers[$id] ??= $this->provided((string) $id, $candidates);
        }
    }

    /**
     * Reads these packages and what they can need, and of others only what stands; after that it asks for nothing more.
     *
     * @param  list<string>  $ids
     * @param  list<string>  $whole  packages that are read with all their releases
     * @param  array<string, string>  $standing  package id => the release as one package
     * @param  string  $gameVersion  releases that are not for it are left out
     */
    public function around(array $ids, array $whole, array $standing, string $gameVersion): void
    {
        $this->load([...$ids, ...$whole], $gameVersion, $whole);
        $provided = [];
        $said = $standing === []
            ? []
            : array_column(
                DB::select(
                    'select package_id, ('.self::APART.' as said where said.package_id = named.package_id and '.self::WEIGHS.') as said '.
                    'from (select distinct package_id from notices where package_id = any(?::text[])) as named',
                    [Bulk::list(array_map(strval(...), array_keys($standing)))],
                ),
                'said',
                'package_id',
            );
        foreach ($standing as $id => $document) {
            $alone = $this->weighed($this->alone($document), $said[$id] ?? null);
            $known = $this->packages[(string) $id] ?? null;
            $this->packages[(string) $id] =
                $known === null
                    ? $alone
                    : ($known->release($alone->releases[0]->version) === null
                        ? $known->with($alone->releases[0])
                        : $known);
            foreach ($this->packages[(string) $id]->releases ?? [] as $release) {
                foreach ($release->provides as $provision) {
                    $provided[$provision->id][] = (string) $id;
                }
            }
        }
        foreach ([...array_map(strval(...), array_keys($standing)), ...array_map(strval(...), array_keys($provided))] as $id) {
            $this->providers[$id] ??= $this->provided($id, $provided[$id] ?? []);
        }
        $this->closed = true;
    }

    /**
     * With what must not stand beside it by somebody's word, where that counts like the word of its author; and with the releases
     * that somebody reports broken, and nobody fine, as ones that are taken last. What is said of some versions of the game alone
     * counts where it is known which one is meant.
     */
    private function weighed(Package $package, ?string $said): Package
    {
        if ($said === null) {
            return $package;
        }
        $apart = [];
        $broken = $fine = ReleaseSet::ofPositions(count($package->releases), []);
        foreach (json_decode($said) as $one) {
            $kind = NoticeKind::from($one->kind);
            $releases = $one->version === null ? $one->releases : $package->exactly($one->version);
            $notice = new Notice($package->id, $kind, $one->text, $releases, beside: (array) $one->beside);
            $isOther = $one->game !== '' && $one->game !== $this->game->id;
            if ($isOther || ($one->versions !== '*' && ($this->version === null || ! $this->isIn($one->versions, $this->version)))) {
                continue;
            }
            match ($kind) {
                NoticeKind::Broken => ($broken = $broken->union($notice->of($package))),
                NoticeKind::Fine => ($fine = $fine->union($notice->of($package))),
                default => ($apart[] = [$notice->of($package), $notice->breakages($one->by)]),
            };
        }
        $avoid = $broken->without($fine);
        $package = $apart === [] ? $package : $package->apart($apart);

        return $avoid->isEmpty() ? $package : $package->avoiding($avoid);
    }

    /** @param  (callable(string, string): bool)|null  $meets */
    private function read(string $document, ?callable $meets): Package
    {
        return CompactForm::is($document) ? $this->compact->read($document, $meets) : $this->reader->package(Node::ofJson($document));
    }

    /** A release that stands, as a package of its own: a page asks for the same ones several times. */
    private function alone(string $document): Package
    {
        /** @var array<string, Package> $known */
        static $known = [];
        if (count($known) > 2_000) {
            $known = [];
        }

        return $known[$document] ??= $this->read($document, null);
    }

    private function isIn(string $range, string $version): bool
    {
        $game = $this->packages[$this->game->id] ?? null;

        // What is no comparator may be an interval: a range that cannot be read is looked at again by who knows its syntax.
        return $game === null ||
            ! $game->range($range, Syntax::Comparator)->isReadable() ||
            in_array($game->positionOf($version), $game->within($range, Syntax::Comparator)->positions(), true);
    }

    /** Adds what an instance remembers of a package to what the depots say of it. */
    private function recall(string $id): void
    {
        foreach ($this->remembered[$id] ?? [] as $version => $document) {
            $known = $this->packages[$id] ?? null;
            if ($known?->release((string) $version) === null) {
                $alone = $this->alone($document);
                $this->packages[$id] = $known === null ? $alone : $known->with($alone->releases[0]);
            }
        }
    }

    public function sideOf(string $id): string
    {
        if (! isset($this->sides[$id])) {
            $known = array_map(strval(...), array_keys(array_filter($this->packages)));
            foreach (DB::select('select id, side from packages where id = any(?::text[])', [Bulk::list([...$known, $id])]) as $row) {
                $this->sides[$row->id] = $row->side;
            }
            $this->sides[$id] ??= 'both';
        }

        return $this->sides[$id];
    }

    /**
     * Releases as one package each in the catalogue format, to be remembered.
     *
     * @param  array<string, string>  $versions
     * @return array<string, string> by package id
     */
    public function documents(array $versions): array
    {
        $documents = [];
        foreach (
            DB::table('packages')->whereIn('id', array_map(strval(...), array_keys($versions)))->pluck('document', 'id') as $id => $document
        ) {
            $package = $this->read($document, null);
            $release = $package->release($versions[$id]);
            if ($release !== null) {
                $documents[(string) $id] = CompactForm::write($package->only($release));
            }
        }
        foreach ($versions as $id => $version) {
            if (isset($this->remembered[$id][$version])) {
                $documents[(string) $id] ??= $this->remembered[$id][$version];
            }
        }

        return $documents;
    }

    /**
     * @param  list<string>  $candidates
     * @return list<Provider>
     */
    private function provided(string $id, array $candidates): array
    {
        sort($candidates);
        $providers = [];
        foreach ([...$this->here[$id] ?? [], ...$candidates] as $candidate) {
            foreach ($this->packages[$candidate]->releases ?? [] as $position => $release) {
                foreach ($release->provides as $provision) {
                    if ($provision->id === $id) {
                        $providers[] = new Provider($candidate, $position, $provision->version);
                    }
                }
            }
        }

        return $providers;
    }

    /**
     * Who recommends builds of a loader: of the depots that have it, those that somebody moderates where there are any, in the
     * person's order. What another says of it counts for nothing.
     *
     * @return array<string, list<string>> depot => versions
     */
    public function recommended(string $loader): array
    {
        if (isset($this->recommended[$loader])) {
            return $this->recommended[$loader];
        }
        $rows = DB::table('releases')
            ->join('depots', 'depots.id', '=', 'releases.depot_id')
            ->where('package_id', $loader)
            ->orderByDesc('depots.moderated')
            ->orderBy('depots.place')
            ->orderBy('depots.id')
            ->get(['depots.name', 'depots.moderated', 'releases.version', 'releases.recommended']);
        $recommended = [];
        foreach ($rows->where('moderated', $rows->first()?->moderated) as $row) {
            if ($row->recommended) {
                $recommended[$row->name][] = $row->version;
            }
        }

        return $this->recommended[$loader] = $recommended;
    }
}
