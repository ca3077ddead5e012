<?php

declare(strict_types=1);

namespace Stasimon\Core\Catalogue;

final class MemoryCatalogue implements Catalogue
{
    /** @var array<string, Package> */
    private array $packages = [];

    /** @var array<string, list<Provider>> */
    private array $providers = [];

    /** @param  iterable<Package>  $packages  each id once */
    public function __construct(iterable $packages)
    {
        foreach ($packages as $package) {
            $this->packages[$package->id] = $package;
            foreach ($package->releases as $position => $release) {
                foreach ($release->provides as $provision) {
                    $this->providers[$provision->id][] = new Provider($package->id, $position, $provision->version);
                }
            }
        }
        foreach ($this->providers as $id => $providers) {
            usort($providers, fn (Provider $a, Provider $b): int => [$a->package, $a->position] <=> [$b->package, $b->position]);
            $this->providers[$id] = $providers;
        }
    }

    public function package(string $id): ?Package
    {
        return $this->packages[$id] ?? null;
    }

    public function providersOf(string $id): array
    {
        return $this->providers[$id] ?? [];
    }

    /** @return array<string, Package> */
    public function packages(): array
    {
        return $this->packages;
    }
}
