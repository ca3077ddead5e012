<?php

declare(strict_types=1);

namespace App\Depots;

use Illuminate\Support\Facades\DB;
use Stasimon\Core\Base\GameDefinition;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\CatalogueReader;
use Stasimon\Core\Catalogue\Node;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Provider;
use Stasimon\Core\Catalogue\QuickReader;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\UnusableRange;
use stdClass;

/** The catalogue of one game, read from the database as the resolver asks for it, whole neighbourhoods at a time. */
final class DepotCatalogue implements Catalogue
{
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

    private readonly CatalogueReader $reader;

    private readonly QuickReader $quick;

    /** @param  array<string, array<string, string>>  $remembered  package id => version => the release as one package, for what no depot may have any more */
    public function __construct(public readonly GameDefinition $game, private readonly array $remembered = [])
    {
        $this->reader = new CatalogueReader;
        $this->quick = new QuickReader(checked: true);
        foreach ($game->packages() as $package) {
            $this->packages[$package->id] = $package;
        }
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
     * Reads packages and everything that they can need, in one query for each step away.
     *
     * @param  list<string>  $ids
     * @param  string|null  $for  a game version: only releases that may be for it are read, unless a package has none
     * @param  list<string>  $whole  packages that are read whole all the same
     */
    public function load(array $ids, ?string $for = null, array $whole = []): void
    {
        $keeps = $for === null ? null : fn (stdClass $release): bool => $this->mayBeFor($release, $for);
        $whole = array_flip($whole);
        while (! $this->closed && $ids !== []) {
            $new = array_values(array_filter($ids, fn (string $id): bool => ! isset($this->providers[$id])));
            if ($new === []) {
                return;
            }
            $providing = array_column(DB::select("select package_id from mentions where mentioned = any(?::text[]) and relation = 'provides'", [Bulk::list($new)]), 'package_id');
            $wanted = array_values(array_filter(array_unique([...$new, ...$providing]), fn (string $id): bool => ! array_key_exists($id, $this->packages)));
            foreach ($wanted as $id) {
                $this->packages[$id] = null;
            }
            foreach (DB::select('select id, document, side from packages where id = any(?::text[])', [Bulk::list($wanted)]) as $row) {
                $this->packages[$row->id] = $this->read($row->document, isset($whole[$row->id]) ? null : $keeps);
                $this->sides[$row->id] = $row->side;
            }
            foreach ($wanted as $id) {
                $this->recall($id);
            }
            foreach ($new as $id) {
                $this->providers[$id] = $this->provided($id, $providing);
            }
            // What is only spoken of, as standing in the way or as going well with it, is not selected for that.
            $ids = array_column(DB::select("select distinct mentioned from mentions where package_id = any(?::text[]) and relation = 'needs'", [Bulk::list([...$new, ...$wanted])]), 'mentioned');
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
        foreach ($standing as $id => $document) {
            $alone = $this->read($document, null);
            $known = $this->packages[(string) $id] ?? null;
            $this->packages[(string) $id] = $known === null ? $alone : ($known->release($alone->releases[0]->version) === null ? $known->with($alone->releases[0]) : $known);
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

    /** @param  (callable(stdClass): bool)|null  $keeps */
    private function read(string $document, ?callable $keeps): Package
    {
        $decoded = Node::objectOf($document);
        $package = $this->quick->package($decoded, $keeps);
        if ($package !== null && $package->releases === []) {
            $package = $this->quick->package($decoded);
        }

        return $package ?? $this->reader->package(Node::of($decoded));
    }

    /** Whether nothing in a release says that it is not for a version of the game. */
    private function mayBeFor(stdClass $release, string $version): bool
    {
        foreach (is_array($release->needs ?? null) ? $release->needs : [] as $need) {
            if (($need->id ?? null) === $this->game->id && is_string($need->range ?? null)) {
                return $this->admits[$need->range] ??= $this->isIn($need->range, $version);
            }
        }

        return true;
    }

    private function isIn(string $range, string $version): bool
    {
        $game = $this->packages[$this->game->id] ?? null;
        try {
            return $game === null || in_array($game->positionOf($version), $game->within($range, Syntax::Comparator)->positions(), true);
        } catch (UnusableRange) {
            return true;
        }
    }

    /** Adds what an instance remembers of a package to what the depots say of it. */
    private function recall(string $id): void
    {
        foreach ($this->remembered[$id] ?? [] as $version => $document) {
            $known = $this->packages[$id] ?? null;
            if ($known?->release((string) $version) === null) {
                $alone = $this->read($document, null);
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
        foreach (DB::table('packages')->whereIn('id', array_map(strval(...), array_keys($versions)))->pluck('document', 'id') as $id => $document) {
            $package = json_decode($document, false, flags: JSON_THROW_ON_ERROR);
            $package->releases = array_values(array_filter($package->releases, fn (object $release): bool => $release->version === $versions[$id]));
            if ($package->releases !== []) {
                $documents[(string) $id] = json_encode($package, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_THROW_ON_ERROR);
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
        foreach ($candidates as $candidate) {
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
}
