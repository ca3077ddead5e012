<?php

declare(strict_types=1);

namespace Bench;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;

/**
 * A generated world as the application's own catalogue is: rows, of which a package, and what a release needs, is made
 * when something asks for it.
 */
final class GeneratedCatalogue implements Catalogue
{
    /** @var array<string, Package> */
    private array $made = [];

    public function __construct(private readonly Generator $world)
    {
    }

    public function package(string $id): ?Package
    {
        return $this->made[$id] ??= $this->make((int) substr($id, 1));
    }

    private function make(int $package): Package
    {
        $releases = [];
        for ($release = 0; $release < $this->world->releases; $release++) {
            $releases[] = new Release("{$release}.0.0", needs: fn (): array => $this->needs($package, $release));
        }

        return new Package("p{$package}", Kind::Mod, $releases);
    }

    /** @return list<Need> */
    private function needs(int $package, int $release): array
    {
        return array_map(self::need(...), $this->world->needsOfRelease($package, $release));
    }

    /** @param  array{int, int, int}  $need  package, first and last release */
    public static function need(array $need): Need
    {
        return Need::of(new Target("p{$need[0]}", ">={$need[1]}.0.0 <={$need[2]}.0.0"));
    }

    public function providersOf(string $id): array
    {
        return [];
    }
}
