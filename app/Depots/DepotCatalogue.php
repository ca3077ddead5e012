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

/** The catalogue of one game, read from the database as the resolver asks for it, whole neighbourhoods at a time. */
final class DepotCatalogue implements Catalogue
{
    /** @var array<string, Package|null> */
    private array $packages = [];

    /** @var array<string, list<Provider>> */
    private array $providers = [];

    /** @var array<string, string> */
    private array $sides = [];

    private readonly CatalogueReader $reader;

    /** @param  array<string, array<string, string>>  $remembered  package id => version => the release as one package, for what no depot may have any more */
    public function __construct(public readonly GameDefinition $game, private readonly array $remembered = [])
    {
        $this->reader = new CatalogueReader;
        foreach ($game->packages() as $package) {
            $this->packages[$package->id] = $package;
        }
    }

    public function package(string $id): ?Package
    {
        if (! array_key_exists($id, $this->packages)) {
            $this->load([$id]);
        }

        return $this->packages[$id];
    }

    public function providersOf(string $id): array
    {
        if (! isset($this->providers[$id])) {
            $this->load([$id]);
        }

        return $this->providers[$id] ?? [];
    }

    /**
     * Reads packages and everything that they can lead to, in one query for each step away.
     *
     * @param  list<string>  $ids
     */
    public function load(array $ids): void
    {
        while ($ids !== []) {
            $new = array_values(array_filter($ids, fn (string $id): bool => ! isset($this->providers[$id])));
            if ($new === []) {
                return;
            }
            $providing = DB::table('mentions')->whereIn('mentioned', $new)->where('relation', 'provides')->pluck('package_id')->all();
            $wanted = array_values(array_filter(array_unique([...$new, ...$providing]), fn (string $id): bool => ! array_key_exists($id, $this->packages)));
            foreach ($wanted as $id) {
                $this->packages[$id] = null;
            }
            foreach (DB::table('packages')->whereIn('id', $wanted)->get(['id', 'document', 'side']) as $row) {
                $this->packages[$row->id] = $this->reader->package(Node::ofJson($row->document));
                $this->sides[$row->id] = $row->side;
            }
            foreach ($wanted as $id) {
                $this->recall($id);
            }
            foreach ($new as $id) {
                $this->providers[$id] = $this->provided($id, $providing);
            }
            $ids = DB::table('mentions')->whereIn('package_id', [...$new, ...$wanted])->whereIn('relation', ['needs', 'breaks', 'suggests'])->distinct()->pluck('mentioned')->all();
        }
    }

    /** Adds what an instance remembers of a package to what the depots say of it. */
    private function recall(string $id): void
    {
        foreach ($this->remembered[$id] ?? [] as $version => $document) {
            $known = $this->packages[$id] ?? null;
            if ($known?->release((string) $version) === null) {
                $alone = $this->reader->package(Node::ofJson($document));
                $this->packages[$id] = $known === null ? $alone : $known->with($alone->releases[0]);
            }
        }
    }

    public function sideOf(string $id): string
    {
        return $this->sides[$id] ?? 'both';
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
