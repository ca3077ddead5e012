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

    private readonly CatalogueReader $reader;

    public function __construct(public readonly GameDefinition $game)
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
            foreach (DB::table('packages')->whereIn('id', $wanted)->pluck('document', 'id') as $id => $document) {
                $this->packages[(string) $id] = $this->reader->package(Node::ofJson($document));
            }
            foreach ($new as $id) {
                $this->providers[$id] = $this->provided($id, $providing);
            }
            $ids = DB::table('mentions')->whereIn('package_id', [...$new, ...$wanted])->whereIn('relation', ['needs', 'breaks', 'suggests'])->distinct()->pluck('mentioned')->all();
        }
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
