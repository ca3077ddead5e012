<?php

declare(strict_types=1);

namespace Bench;

use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Explain\Bases\TriedBase;
use Stasimon\Core\Resolve\Want;
use Stasimon\Core\Version\Scheme;

/**
 * A generated world for 14 versions of a game and 4 loaders. Release r of 20 is for three versions around r; what others
 * need, the first half of all packages, is for every loader, the rest for one loader, and every fifth of it for two.
 */
final class WideBases implements Catalogue
{
    private const VERSIONS = 14;

    private const LOADERS = ['l0', 'l1', 'l2', 'l3'];

    /** @var array<string, Package> */
    private array $made = [];

    private readonly Generator $world;

    public function __construct(private readonly int $packages, int $releases, int $wants)
    {
        $this->world = new Generator($packages, $releases, $wants);
    }

    /** @return list<Want> */
    public function wants(): array
    {
        return array_map(fn (int $package): Want => new Want("p{$package}"), $this->world->wants);
    }

    /** @return list<TriedBase> */
    public function bases(): array
    {
        $bases = [];
        for ($version = self::VERSIONS; $version >= 1; $version--) {
            foreach (self::LOADERS as $loader) {
                $others = array_values(array_diff(self::LOADERS, [$loader]));
                $bases[] = new TriedBase(
                    "{$version} on {$loader}",
                    [new Want('game', "={$version}"), new Want($loader)],
                    array_map(fn (string $other): Want => new Want($other), $others),
                );
            }
        }

        return $bases;
    }

    public function package(string $id): ?Package
    {
        return $this->made[$id] ??= match (true) {
            $id === 'game' => new Package(
                'game',
                Kind::Game,
                array_map(fn (int $version): Release => new Release((string) $version), range(1, self::VERSIONS)),
                Scheme::Sequence,
            ),
            in_array($id, self::LOADERS, true) => new Package(
                $id,
                Kind::Loader,
                array_map(
                    fn (int $version): Release => new Release("{$version}.0.0", needs: [Need::of(new Target('game', "={$version}"))]),
                    range(1, self::VERSIONS),
                ),
            ),
            default => $this->make((int) substr($id, 1)),
        };
    }

    public function providersOf(string $id): array
    {
        return [];
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
        $middle = 1 + intdiv($release * self::VERSIONS, $this->world->releases);
        $needs = [Need::of(new Target('game', '>='.max(1, $middle - 1).' <='.min(self::VERSIONS, $middle + 1)))];
        if ($package >= $this->packages / 2) {
            $own = new Target(self::LOADERS[$package % 4]);
            $needs[] = $package % 5 === 0 ? Need::of($own, new Target(self::LOADERS[($package + 1) % 4])) : Need::of($own);
        }
        foreach ($this->world->needsOfRelease($package, $release) as [$target, $first, $last]) {
            $needs[] = Need::of(new Target("p{$target}", ">={$first}.0.0 <={$last}.0.0"));
        }
        usort($needs, fn (Need $a, Need $b): int => strcmp($a->key, $b->key));

        return $needs;
    }
}
