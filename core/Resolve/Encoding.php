<?php

declare(strict_types=1);

namespace Stasimon\Core\Resolve;

use Stasimon\Core\Catalogue\Breakage;
use Stasimon\Core\Catalogue\Catalogue;
use Stasimon\Core\Catalogue\Kind;
use Stasimon\Core\Catalogue\Need;
use Stasimon\Core\Catalogue\Package;
use Stasimon\Core\Catalogue\Relation;
use Stasimon\Core\Catalogue\Release;
use Stasimon\Core\Catalogue\Target;
use Stasimon\Core\Resolve\Fact\Broken;
use Stasimon\Core\Resolve\Fact\Needed;
use Stasimon\Core\Resolve\Fact\Wanted;
use Stasimon\Core\Resolve\Search\BitTable;
use Stasimon\Core\Resolve\Search\Clause;
use Stasimon\Core\Resolve\Search\Rules;
use Stasimon\Core\Resolve\Search\Search;
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

    /** @var array<string, array<string, array<int, string>>> syntax => key of a need => package => the releases that meet it */
    private array $meeting = [];

    /** @var array<int, array<string, string>> package => relation => the releases whose clauses are made */
    private array $covered = [];

    /** @var array<string, true> the keys of the waivers that a request may ask for */
    private array $switchable = [];

    /** @var array<int, string> package that stands for a waiver => the waiver's key */
    private array $switches = [];

    /** @var array<string, true> the keys of the waivers that hold now */
    private array $waived = [];

    /** @var array<string, list<Want>> package id => what the request forbids of it */
    private array $forbidden = [];

    public Request $request;

    public int $releasesSeen = 0;

    /**
     * @param  list<Waiver>  $waivable  what requests to come may waive
     * @param  list<Choice>  $choices  what all of them choose: it is part of the clauses
     */
    public function __construct(
        private readonly Catalogue $catalogue,
        public readonly array $waivable = [],
        public readonly array $choices = [],
    ) {
        $this->search = new Search();
        $this->request = new Request([]);
        foreach ($waivable as $waiver) {
            $this->switchable[$waiver->key()] = true;
        }
    }

    /** @param  list<Waiver>  $waivers */
    public function canWaive(array $waivers): bool
    {
        foreach ($waivers as $waiver) {
            if (! isset($this->switchable[$waiver->key()])) {
                return false;
            }
        }

        return true;
    }

    /** Takes up another request over the same catalogue. What was learned from the catalogue alone stays. */
    public function pose(Request $request): void
    {
        $this->search->forgetPassing();
        $before = $this->request;
        $this->request = $request;
        $this->waived = $this->forbidden = [];
        foreach ($request->waive as $waiver) {
            $this->waived[$waiver->key()] = true;
        }
        foreach ($request->forbid as $forbidden) {
            $this->forbidden[$forbidden->id][] = $forbidden;
        }
        if ($before->channels != $request->channels || $before->forbid != $request->forbid || $before->waive != $request->waive) {
            foreach (array_keys($this->packages) as $number) {
                $this->search->trail->limit($number, $this->root($number));
            }
            $this->search->rewatch();
        }
        $this->search->trail->tell();
        $this->search->decisions = $this->search->conflicts = 0;
        $this->search->restart();
    }

    /**
     * What of the packages met so far is not taken last.
     *
     * @return array<int, string> package => its releases but those, or its absence; only of packages that have such
     */
    public function unavoided(): array
    {
        $kept = [];
        foreach ($this->packages as $number => $package) {
            $avoided = $package->avoided();
            if ($avoided !== null) {
                $table = BitTable::ofSize(count($package->releases));
                $kept[$number] = $table->full & ~$avoided->bits | $table->absent;
            }
        }

        return $kept;
    }

    /** The number of a package that exists. */
    public function number(Package $package): int
    {
        if (! isset($this->numbers[$package->id])) {
            $number = count($this->packages);
            $this->numbers[$package->id] = $number;
            $this->packages[] = $package;
            $this->releasesSeen += count($package->releases);
            $this->search->introduce($number, count($package->releases), $this->root($number));
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
    private function root(int $number): string
    {
        $package = $this->packages[$number];
        $table = BitTable::ofSize(count($package->releases));
        if (isset($this->switches[$number])) {
            return isset($this->waived[$this->switches[$number]]) ? $table->of[0] : $table->absent;
        }
        $left = $package->allowed($this->request->channelOf($package->id));
        foreach ($this->forbidden[$package->id] ?? [] as $forbidden) {
            $left = $left->without($package->within($forbidden->range, Syntax::Comparator));
        }

        return $left->bits | $table->absent;
    }

    /**
     * The package that stands for a waiver: in the line-up when the waiver holds. Its literal in the clause of the
     * relation makes what is learned from that clause hold with and without the waiver.
     */
    private function switchFor(string $key): int
    {
        $package = new Package("waiver {$key}", Kind::Mod, [new Release('1')]);
        if (! isset($this->numbers[$package->id])) {
            $this->switches[count($this->packages)] = $key;
        }

        return $this->number($package);
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
                $version = $order->timeline->provided($provider->version);
                if ($version !== null && $range->admits($version)) {
                    $number = (int) $this->numberOf($provider->package);
                    $bit = BitTable::ofSize(count($this->packages[$number]->releases))->of[$provider->position];
                    $options[$number] = ($options[$number] ?? $this->search->trail->none[$number]) | $bit;
                }
            }
        }

        return $this->options[$key] = array_filter($options, fn (string $set): bool => trim($set, "\0") !== '');
    }

    /**
     * The releases that meet a need of a package, whichever alternative they meet; of one of which it was chosen, those alone.
     *
     * @return array<int, string> package => set
     */
    public function meeting(Need $need, Package $owner): array
    {
        $meeting = $this->anyMeeting($need, $owner->syntax);
        foreach ($this->choices as $choice) {
            $number = $choice->of === $owner->id ? $this->numberOf($choice->take) : null;
            if ($number !== null && isset($meeting[$number])) {
                return [$number => $meeting[$number]];
            }
        }

        return $meeting;
    }

    /** @return array<int, string> package => the releases that meet a need, whichever alternative they meet */
    private function anyMeeting(Need $need, Syntax $syntax): array
    {
        if (! isset($this->meeting[$syntax->value][$need->key])) {
            $meeting = [];
            foreach ($need->alternatives as $target) {
                foreach ($this->options($target, $syntax) as $option => $set) {
                    $meeting[$option] = ($meeting[$option] ?? $set) | $set;
                }
            }
            $this->meeting[$syntax->value][$need->key] = $meeting;
        }

        return $this->meeting[$syntax->value][$need->key];
    }

    /**
     * @return list<array{int, int, int}> what provides an id: package, position, and the place of the version it provides among all of them
     */
    public function providersOf(string $id): array
    {
        $order = $this->catalogue->package($id)->timeline ?? new Timeline(Scheme::Semver, []);
        $versions = $providers = $ranked = [];
        foreach ($this->catalogue->providersOf($id) as $provider) {
            $version = $order->provided($provider->version);
            if ($version !== null) {
                $versions[] = $version;
                $providers[] = $provider;
            }
        }
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

    /**
     * A want that need not be met: the clause that it is met when the package that stands for it is there.
     *
     * @return array{int, Clause} that package, and the clause
     */
    public function softWant(int $index): array
    {
        $switch = $this->number(new Package("want {$index}", Kind::Mod, [new Release('1')]));
        $want = $this->wantClause($index);

        return [$switch, new Clause([$switch => BitTable::ofSize(1)->absent] + $want->literals, $want->fact)];
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
            return $release->needs();
        }

        return array_values(
            array_filter(
                $release->needs(),
                fn (Need $need): bool => $this->among($this->waived, $package, $position, Relation::Needs, $need->alternatives) === [],
            ),
        );
    }

    /**
     * The waivers among some that would do away with a relation.
     *
     * @param  array<string, true>  $keys
     * @param  list<Target>  $targets
     * @return list<string>
     */
    private function among(array $keys, int $package, int $position, Relation $relation, array $targets): array
    {
        if ($keys === []) {
            return [];
        }
        $owner = $this->packages[$package];
        $found = [];
        foreach ($targets as $target) {
            $key = (new Waiver($owner->id, $owner->releases[$position]->version, $relation, $target->id))->key();
            if (isset($keys[$key])) {
                $found[] = $key;
            }
        }

        return $found;
    }

    /** @return list<Breakage> those of a release that are not waived */
    public function breaksOf(int $package, int $position): array
    {
        $owner = $this->packages[$package];
        $release = $owner->releases[$position];
        if ($this->waived === [] || $release->breaks === []) {
            return $release->breaks;
        }

        return array_values(
            array_filter(
                $release->breaks,
                fn (Breakage $breakage): bool => $this->among($this->waived, $package, $position, Relation::Breaks, [$breakage->target]) ===
                    [],
            ),
        );
    }

    public function clausesOf(int $package, int $position): array
    {
        $clauses = [];
        $release = $this->packages[$package]->releases[$position];
        foreach ($release->needs() as $need) {
            $clause = $this->needClause($package, $position, $need);
            if ($clause !== null) {
                $clauses[] = $clause;
            }
        }
        foreach ($release->breaks as $breakage) {
            array_push($clauses, ...$this->breakClauses($package, $position, $breakage));
        }

        return $clauses;
    }

    private function needClause(int $package, int $position, Need $need): ?Clause
    {
        $owner = $this->packages[$package];
        $run = $this->run($package, $position, Relation::Needs, $need->key, $need->alternatives);
        if ($run === null) {
            return null;
        }
        $literals = $this->unless($package, $position, $run, Relation::Needs, $need->alternatives);
        foreach ($this->meeting($need, $owner) as $option => $set) {
            $literals[$option] = ($literals[$option] ?? $set) | $set;
        }

        return $literals[$package] === $this->search->trail->full[$package] ? null : new Clause($literals, new Needed($owner, $run, $need));
    }

    /** @return list<Clause> one for each package that has a release it breaks */
    private function breakClauses(int $package, int $position, Breakage $breakage): array
    {
        $owner = $this->packages[$package];
        $run = $this->run($package, $position, Relation::Breaks, $breakage->target->key(), [$breakage->target]);
        if ($run === null) {
            return [];
        }
        $unless = $this->unless($package, $position, $run, Relation::Breaks, [$breakage->target]);
        $clauses = [];
        foreach ($this->options($breakage->target, $owner->syntax) as $option => $set) {
            if ($option !== $package) {
                $clauses[] = new Clause(
                    $unless + [$option => $this->search->trail->full[$option] ^ $set],
                    new Broken($owner, $run, $breakage),
                );
            }
        }

        return $clauses;
    }

    /**
     * The literals under which a relation of a run of releases asks nothing: none of them is there, or it is waived.
     *
     * @param  list<Target>  $targets
     * @return array<int, string>
     */
    private function unless(int $package, int $position, ReleaseSet $run, Relation $relation, array $targets): array
    {
        $literals = [$package => $this->search->trail->full[$package] ^ $run->bits];
        foreach ($this->among($this->switchable, $package, $position, $relation, $targets) as $key) {
            $switch = $this->switchFor($key);
            $literals[$switch] = BitTable::ofSize(1)->of[0];
        }

        return $literals;
    }

    /**
     * The run of neighbouring releases around one that say the same; a release for which it may be waived is a run of
     * its own. Null when its clause was made before.
     *
     * @param  list<Target>  $targets
     */
    private function run(int $package, int $position, Relation $relation, string $key, array $targets): ?ReleaseSet
    {
        $size = count($this->packages[$package]->releases);
        $bit = BitTable::ofSize($size)->of[$position];
        $covered = $this->covered[$package][$relation->value.$key] ?? null;
        if ($covered !== null && ($covered & $bit) === $bit) {
            return null;
        }
        $first = $last = $position;
        if ($this->among($this->switchable, $package, $position, $relation, $targets) === []) {
            while ($first > 0 && $this->says($package, $first - 1, $relation, $key, $targets)) {
                $first--;
            }
            while ($last < $size - 1 && $this->says($package, $last + 1, $relation, $key, $targets)) {
                $last++;
            }
        }
        $run = ReleaseSet::ofRuns($size, [[$first, $last]]);
        $this->covered[$package][$relation->value.$key] = $covered === null ? $run->bits : $covered | $run->bits;

        return $run;
    }

    /**
     * Whether a release has a relation that cannot be waived.
     *
     * @param  list<Target>  $targets
     */
    private function says(int $package, int $position, Relation $relation, string $key, array $targets): bool
    {
        $release = $this->packages[$package]->releases[$position];
        foreach ($relation === Relation::Needs ? $release->needs() : $release->breaks as $said) {
            if (($said instanceof Need ? $said->key : $said->target->key()) === $key) {
                return $this->among($this->switchable, $package, $position, $relation, $targets) === [];
            }
        }

        return false;
    }
}
