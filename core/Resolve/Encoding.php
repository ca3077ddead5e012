<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Breakage;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Provider;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Fact\Broken;
use Stasimon\Core\Resolve\Fact\Needed;
use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Version\ReleaseSet;
use Stasimon\Core\Version\Scheme;
use Stasimon\Core\Version\Syntax;
use Stasimon\Core\Version\Timeline;
use Stasimon\Core\Version\Version;

/**
 * A catalogue and a request as packages with numbers, sets of releases and clauses.
 *
 * A package is looked up when something first names it. The clause of a need covers the whole run of neighbouring
 * releases that have the same need, so that one clause, and one sentence, serves all of them.
 */
final class Encoding implements Rules
{
    public readonly Search $search;

    /** @var array<string, int> */
    private array $numbers = [];

    /** @var list<Package> */
    public array $packages = [];

    /** @var array<string, array<int, string>> target and syntax => package => the releases that satisfy it */
    private array $options = [];

    /** @var array<string, list<string>> package and relation => the sets whose clauses are made */
    private array $covered = [];

    /** @var array<string, true> "id version relation target" */
    private array $waived = [];

    public int $releasesSeen = 0;

    public function __construct(private readonly Catalogue $catalogue, public readonly Request $request)
    {
        $this->search = new Search($this);
        foreach ($request->waive as $waiver) {
            $this->waived["{$waiver->id} {$waiver->version} {$waiver->relation} {$waiver->target}"] = true;
        }
    }

    /** The number of a package that exists. */
    public function number(Package $package): int
    {
        if (! isset($this->numbers[$package->id])) {
            $number = count($this->packages);
            $this->numbers[$package->id] = $number;
            $this->packages[] = $package;
            $this->releasesSeen += count($package->releases);
            $this->search->introduce($number, count($package->releases), $this->root($package));
        }

        return $this->numbers[$package->id];
    }

    public function numberOf(string $id): ?int
    {
        $package = $this->catalogue->package($id);

        return $package === null ? null : $this->number($package);
    }

    public function find(string $id): ?Package
    {
        return $this->catalogue->package($id);
    }

    /** What the request leaves of a package: nothing forbidden, nothing beyond its channel. */
    private function root(Package $package): string
    {
        $left = $package->allowed($this->request->channelOf($package->id));
        foreach ($this->request->forbid as $forbidden) {
            if ($forbidden->id === $package->id) {
                $left = $left->without($package->within($forbidden->range, Syntax::Comparator));
            }
        }

        return $left->bits | BitTable::ofSize(count($package->releases))->absent;
    }

    /**
     * The releases that satisfy a target, those that provide its id included.
     *
     * @return array<int, string> package => set; the named package first
     */
    public function options(Target $target, Syntax $syntax): array
    {
        $key = $syntax->value.' '.$target->key();
        if (isset($this->options[$key])) {
            return $this->options[$key];
        }
        $options = [];
        $package = $this->catalogue->package($target->id);
        if ($package !== null) {
            $options[$this->number($package)] = $package->within($target->range, $syntax)->bits;
        }
        $providers = $this->catalogue->providersOf($target->id);
        if ($providers !== []) {
            $order = $package ?? new Package($target->id, Kind::Library, []);
            $range = $order->range($target->range, $syntax);
            foreach ($providers as $provider) {
                if ($range->admits($order->timeline->version($provider->version))) {
                    $number = (int) $this->numberOf($provider->package);
                    $bit = BitTable::ofSize(count($this->packages[$number]->releases))->of[$provider->position];
                    $options[$number] = ($options[$number] ?? $this->search->trail->none[$number]) | $bit;
                }
            }
        }

        return $this->options[$key] = array_filter($options, fn (string $set): bool => trim($set, "\0") !== '');
    }

    /** @return list<array{int, int, int}> what provides an id: package, position, and the place of the version it provides among all of them */
    public function providersOf(string $id): array
    {
        $providers = $this->catalogue->providersOf($id);
        $order = $this->catalogue->package($id)->timeline ?? new Timeline(Scheme::Semver, []);
        $versions = array_map(fn (Provider $provider): Version => $order->version($provider->version), $providers);
        $ranked = [];
        foreach ($providers as $i => $provider) {
            $below = count(array_filter($versions, fn (Version $other): bool => $other->compare($versions[$i]) < 0));
            $ranked[] = [(int) $this->numberOf($provider->package), $provider->position, $below];
        }

        return $ranked;
    }

    /** The clause that a want makes. */
    public function wantClause(int $index): Clause
    {
        $want = $this->request->want[$index];

        return new Clause($this->options(new Target($want->id, $want->range), $want->syntax), new Wanted($index));
    }

    /** @return list<Clause> */
    public function wantClauses(): array
    {
        return array_map($this->wantClause(...), array_keys($this->request->want));
    }

    /** @return list<Need> those of a release that are not waived */
    public function needsOf(int $package, int $position): array
    {
        $release = $this->packages[$package]->releases[$position];
        if ($this->waived === []) {
            return $release->needs;
        }

        return array_values(array_filter($release->needs, fn (Need $need): bool => ! $this->waivesNeed($package, $position, $need)));
    }

    private function waivesNeed(int $package, int $position, Need $need): bool
    {
        $owner = $this->packages[$package];
        foreach ($need->alternatives as $target) {
            if (isset($this->waived["{$owner->id} {$owner->releases[$position]->version} needs {$target->id}"])) {
                return true;
            }
        }

        return false;
    }

    /** @return list<Breakage> those of a release that are not waived */
    public function breaksOf(int $package, int $position): array
    {
        $owner = $this->packages[$package];
        $release = $owner->releases[$position];
        if ($this->waived === [] || $release->breaks === []) {
            return $release->breaks;
        }

        return array_values(array_filter(
            $release->breaks,
            fn (Breakage $breakage): bool => ! isset($this->waived["{$owner->id} {$release->version} breaks {$breakage->target->id}"]),
        ));
    }

    public function clausesOf(int $package, int $position): array
    {
        $clauses = [];
        foreach ($this->needsOf($package, $position) as $need) {
            $clause = $this->needClause($package, $position, $need);
            if ($clause !== null) {
                $clauses[] = $clause;
            }
        }
        foreach ($this->breaksOf($package, $position) as $breakage) {
            array_push($clauses, ...$this->breakClauses($package, $position, $breakage));
        }

        return $clauses;
    }

    private function needClause(int $package, int $position, Need $need): ?Clause
    {
        $owner = $this->packages[$package];
        $run = $this->run($package, $position, "needs {$need->key}", fn (int $at): bool => in_array($need->key, array_map(
            fn (Need $other): string => $other->key,
            $this->needsOf($package, $at),
        ), true));
        if ($run === null) {
            return null;
        }
        $literals = [$package => $this->search->trail->full[$package] ^ $run->bits];
        foreach ($need->alternatives as $target) {
            foreach ($this->options($target, $owner->syntax) as $option => $set) {
                $literals[$option] = ($literals[$option] ?? $set) | $set;
            }
        }

        return $literals[$package] === $this->search->trail->full[$package] ? null : new Clause($literals, new Needed($owner, $run, $need));
    }

    /** @return list<Clause> one for each package that has a release it breaks */
    private function breakClauses(int $package, int $position, Breakage $breakage): array
    {
        $owner = $this->packages[$package];
        $key = $breakage->target->key();
        $run = $this->run($package, $position, "breaks {$key}", fn (int $at): bool => in_array($key, array_map(
            fn (Breakage $other): string => $other->target->key(),
            $this->breaksOf($package, $at),
        ), true));
        if ($run === null) {
            return [];
        }
        $clauses = [];
        foreach ($this->options($breakage->target, $owner->syntax) as $option => $set) {
            if ($option !== $package) {
                $clauses[] = new Clause([
                    $package => $this->search->trail->full[$package] ^ $run->bits,
                    $option => $this->search->trail->full[$option] ^ $set,
                ], new Broken($owner, $run, $breakage));
            }
        }

        return $clauses;
    }

    /**
     * The run of neighbouring releases around one that say the same; null when its clause was made before.
     *
     * @param  callable(int): bool  $same
     */
    private function run(int $package, int $position, string $relation, callable $same): ?ReleaseSet
    {
        $key = $package.' '.$relation;
        $size = count($this->packages[$package]->releases);
        $bit = BitTable::ofSize($size)->of[$position];
        foreach ($this->covered[$key] ?? [] as $covered) {
            if (($covered & $bit) === $bit) {
                return null;
            }
        }
        $first = $last = $position;
        while ($first > 0 && $same($first - 1)) {
            $first--;
        }
        while ($last < $size - 1 && $same($last + 1)) {
            $last++;
        }
        $run = ReleaseSet::ofRuns($size, [[$first, $last]]);
        $this->covered[$key][] = $run->bits;

        return $run;
    }
}
